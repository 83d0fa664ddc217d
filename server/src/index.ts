export { type AppSettings, createApp } from './app';
export { loadDemo } from './demo/load';
export { Database } from './database/database';
export { pino } from 'pino';
