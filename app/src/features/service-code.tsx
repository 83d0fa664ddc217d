import type { ComponentType } from 'react';
import { Waiting, onDemand } from '../ui/on-demand';
import type * as Service from './service';

/** A screen out of {@link Service}, whose code the first page does without. */
export const serviceScreen = (name: keyof typeof Service): ComponentType =>
  onDemand(async () => (await import('./service'))[name], Waiting);
