export { type AppSettings, createApp } from './app';
export { loadDemo } from './demo/load';
export { Store } from './store/store';
