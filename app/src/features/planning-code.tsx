import type { ComponentType } from 'react';
import { Waiting, onDemand } from '../ui/on-demand';
import type * as Planning from './planning';

/** A screen out of {@link Planning}, whose code the first page does without. */
export const planningScreen = (name: keyof typeof Planning): ComponentType =>
  onDemand(async () => (await import('./planning'))[name], Waiting);
