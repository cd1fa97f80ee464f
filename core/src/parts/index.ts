export * from './connectors';
export * from './model';
export * from './partModel';
