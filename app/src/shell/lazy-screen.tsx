import { type ComponentType, createElement, useEffect, useState } from 'react';
import { useLoaded } from '../state/hooks';
import { Waiting, onDemand } from '../ui/on-demand';
import type * as Later from './screens';
import { Unread } from './unread';

type Code = typeof Later;
type ComponentNames = { [K in keyof Code]: K extends Capitalize<K> ? K : never }[keyof Code];
type PropsOf<F> = F extends (props: infer P) => unknown ? (P extends object ? P : object) : object;

let here: Code | null = null;

/**
 * The code in {@link Later}, fetched once. That is one piece and not several because the bundler puts what several pieces share into the first
 * page.
 */
export const loadLater = async (): Promise<Code> => (here ??= await import('./screens'));

const AGAIN_MS = 4000;

/** That code for a page that shows itself without it; null until it is here. Without a connection it is asked for again now and then. */
export function useLater(wanted: boolean): Code | null {
  const [code, setCode] = useState(here);
  useEffect(() => {
    if (!wanted || code) return;
    let isShown = true;
    let again: ReturnType<typeof setTimeout>;
    const ask = (): void => {
      loadLater().then(
        (loaded) => isShown && setCode(loaded),
        () => isShown && (again = setTimeout(ask, AGAIN_MS)),
      );
    };
    ask();
    return () => {
      isShown = false;
      clearTimeout(again);
    };
  }, [wanted, code]);
  return code;
}

const load = async <K extends ComponentNames>(name: K): Promise<ComponentType<PropsOf<Code[K]>>> =>
  (await loadLater())[name] as unknown as ComponentType<PropsOf<Code[K]>>;

/**
 * A screen out of that code, once the logbook has been read: nothing is made, judged or said of one that has not. This is the one place that decides it.
 * @param isWithoutLogbook it shows what is on this device alone
 */
export function laterScreen(name: ComponentNames, isWithoutLogbook = false): ComponentType {
  const screen = onDemand(() => load(name) as Promise<ComponentType>, Waiting);
  return function WhenRead() {
    const isRead = useLoaded() || isWithoutLogbook;
    // Its code comes meanwhile; what fails here is said when it is shown.
    useEffect(() => void loadLater().catch(() => undefined), []);
    return createElement(isRead ? screen : Unread);
  };
}

/** A part of a page that is not in that code itself. */
export const laterPiece = <K extends ComponentNames>(name: K): ComponentType<PropsOf<Code[K]>> =>
  onDemand(
    () => load(name),
    () => null,
  );
