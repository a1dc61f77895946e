export * from './lumber.ts';
export * from './cable.ts';
export * from './boxModels.ts';
export * from './panel.ts';
export * from './item.ts';
export * from './starterPrices.ts';
