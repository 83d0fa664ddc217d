import { type RecordOf } from '@calvik/core';
import { crew, id } from './scene';

export const common = { version: 1, archived: false };

export const lift: RecordOf<'lifts'> = { ...common, id: id(43), name: 'Lift 1' };

export const bram = { ...crew, id: id(47), name: 'Bram Okell' };
