import type { ComponentType } from 'react';
import { Waiting, onDemand } from '../ui/on-demand';
import type * as Later from './later-screens';

type Screens = typeof Later;
type PropsOf<F> = F extends (props: infer P) => unknown ? (P extends object ? P : object) : object;

/**
 * A screen out of {@link Later}. That is one piece of code and not several because the bundler puts what several pieces share into the first
 * page.
 */
export const laterScreen = (name: keyof Screens): ComponentType =>
  onDemand(async () => (await import('./later-screens'))[name] as ComponentType, Waiting);

/** A part of a page that is not in that code itself. */
export const laterPiece = <K extends keyof Screens>(name: K): ComponentType<PropsOf<Screens[K]>> =>
  onDemand(
    async () => (await import('./later-screens'))[name] as unknown as ComponentType<PropsOf<Screens[K]>>,
    () => null,
  );
