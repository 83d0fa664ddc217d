import { type ComponentType, createElement, useEffect, useState } from 'react';
import { loadCodeFile } from '../api/pages-ahead';
import { useLoaded } from '../state/hooks';
import { Waiting, onDemand } from '../ui/on-demand';
import pieces from './pieces.json';
import type * as Later from './screens';
import { Unread } from './unread';

type Code = typeof Later;
type ComponentNames = { [K in keyof Code]: K extends Capitalize<K> ? K : never }[keyof Code];
type RunUpJudge = Pick<Code, 'comingEvents' | 'judgeEvent' | 'runUp'>;
type PropsOf<F> = F extends (props: infer P) => unknown ? (P extends object ? P : object) : object;

/** The pieces into which the build has cut that code; none where it has not (in tests). */
const files = JSON.parse(document.getElementById('pieces')?.textContent ?? '[]') as string[];
/** The piece that holds something; the last one holds all that the others do not. */
function pieceOf(name: keyof Code): number {
  const found = pieces.findIndex(({ holds }) => holds.includes(name));
  return found < 0 ? pieces.length : found;
}

/** What has come: the first piece's own module, through which all others are reached. */
let here: Code | null = null;
let latest: Promise<unknown> = Promise.resolve();
/** Resolves when what pages have asked for so far is here, or could not be had. */
export const whenLoaded = (): Promise<unknown> => latest.catch(() => undefined);

/** The code in {@link Later}, as much of it as these need: fetched once, piece by piece. Nothing else of it may be used. */
export function loadLater<K extends keyof Code>(...names: K[]): Promise<Pick<Code, K>> {
  const wanted = files.slice(1, Math.max(...names.map(pieceOf)) + 1);
  // The first piece is the one that the bundler knows of.
  const loading = Promise.all([import('./screens'), ...wanted.map(loadCodeFile)]);
  latest = loading;
  return loading.then(([code]) => (here = code));
}

const AGAIN_MS = 4000;

/** What judges the run-up, for a page that shows itself without it; null until it is here. Without a connection it is asked for again now and then. */
export function useRunUpJudge(wanted: boolean): RunUpJudge | null {
  const [code, setCode] = useState<RunUpJudge | null>(here);
  useEffect(() => {
    if (!wanted || code) return;
    let isShown = true;
    let again: ReturnType<typeof setTimeout>;
    const ask = (): void => {
      loadLater('comingEvents', 'judgeEvent', 'runUp').then(
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
  (await loadLater(name))[name] as unknown as ComponentType<PropsOf<Code[K]>>;

/**
 * A screen out of that code, once the logbook has been read: nothing is made, judged or said of one that has not. This is the one place that decides it.
 * @param isWithoutLogbook it shows what is on this device alone
 */
export function laterScreen(name: ComponentNames, isWithoutLogbook = false): ComponentType {
  const screen = onDemand(() => load(name) as Promise<ComponentType>, Waiting);
  return function WhenRead() {
    const isRead = useLoaded() || isWithoutLogbook;
    // Its code comes meanwhile; what fails here is said when it is shown.
    useEffect(() => void loadLater(name).catch(() => undefined), []);
    return createElement(isRead ? screen : Unread);
  };
}

/** A part of a page that is not in that code itself. */
export const laterPiece = <K extends ComponentNames>(name: K): ComponentType<PropsOf<Code[K]>> =>
  onDemand(
    () => load(name),
    () => null,
  );
