export { marlStreet } from './marlStreet.ts';
export { study } from './study.ts';
