import type { ComponentType } from 'react';
import { Waiting, onDemand } from '../ui/on-demand';
import type * as Later from './later-screens';
import type * as Service from './service';

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

/** A screen out of {@link Service}: a piece of its own, so that a step stands soon. */
export const serviceScreen = (name: Exclude<keyof typeof Service, 'ServiceScreen'>): ComponentType =>
  onDemand(async () => (await import('./service'))[name], Waiting);

const AlsoInThisVisit = laterPiece('AlsoInThisVisit');
/** A service at a glance, with what else stands in its visit. */
export const ServiceOverview = onDemand<object>(async () => {
  const { ServiceScreen } = await import('./service');
  return () => <ServiceScreen alsoInThisVisit={AlsoInThisVisit} />;
}, Waiting);
