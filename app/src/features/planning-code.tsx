import type { ComponentType } from 'react';
import { Waiting, onDemand } from '../ui/on-demand';
import type * as Code from './planning';

type Planning = typeof Code;
type PropsOf<F> = F extends (props: infer P) => unknown ? (P extends object ? P : object) : object;

/**
 * A screen out of {@link Code}, whose code the first page does without. What several pieces of code share would be loaded with the first
 * page: everything that uses `@calvik/core/run-up` is reached through here.
 */
export const planningScreen = (name: keyof Planning): ComponentType =>
  onDemand(async () => (await import('./planning'))[name] as ComponentType, Waiting);

/** A part of another page. */
export const planningPiece = <K extends keyof Planning>(name: K): ComponentType<PropsOf<Planning[K]>> =>
  onDemand(
    async () => (await import('./planning'))[name] as unknown as ComponentType<PropsOf<Planning[K]>>,
    () => null,
  );
