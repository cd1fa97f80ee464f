export * from './station';
