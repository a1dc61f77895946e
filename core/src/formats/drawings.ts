export { planDxf } from './dxf/write.ts';
export { planIfc } from './ifc/write.ts';
