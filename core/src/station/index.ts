export * from './recent';
export * from './station';
