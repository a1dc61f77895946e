export * from './vector.ts';
export * from './lines.ts';
export * from './polygon.ts';
export { Places } from './places.ts';
