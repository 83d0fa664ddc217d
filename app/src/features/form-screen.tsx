import type { ComponentType } from 'react';
import { Waiting, onDemand } from '../ui/on-demand';
import type * as Forms from './forms';

/** A screen out of {@link Forms}, whose code the first page does without. */
export const formScreen = (name: keyof typeof Forms): ComponentType =>
  onDemand(async () => (await import('./forms'))[name], Waiting);
