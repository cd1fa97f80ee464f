export * from './assessAll';
export * from './effect';
export * from './survey';
