export * from './assessAll';
export * from './effect';
