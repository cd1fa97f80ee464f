export * from './brief';
export * from './conversion';
export * from './kit';
export * from './layout';
export * from './shell';
