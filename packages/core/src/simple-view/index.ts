export * from './simple-view';
