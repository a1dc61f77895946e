export { planDxf } from './dxf/write.ts';
