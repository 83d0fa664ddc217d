import { useEffect, useState } from 'react';
import {
  type Car,
  type Job,
  type TorqueLine,
  type TorqueSet,
  judgeClick,
  positionsLeft,
  tighteningOrder,
} from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { useReadFigure } from '../../ui/figure-fields';
import { recordText } from '../../ui/quantity-text';
import { useUnits } from '../../ui/units';
import { type NewFact, useSaveFact } from '../../facts/save-fact';
import { useInstrument } from '../../facts/use-instrument';
import type { FastenerDraft } from './fastener-conditions';
import { useWrench } from './wrench-choice';

/** One click, and which fastener it was on. */
export interface Click {
  nm: number;
  position: number;
}

interface LineForm extends FastenerDraft {
  /** A draft of an earlier version has bare figures, in tightening order. */
  clicks: (Click | number)[];
  typed: string;
  /** Readings are typed instead of logged at the wrench's setting. */
  isTyping: boolean;
  /** What the wrench is set to; null: to the figure. */
  setting: string | null;
  /** Clicks that came when all were done, oldest first: somebody says which fastener each was on. */
  moreNm: number[];
  instrument: TorqueSet['instrument'];
}

interface Log {
  clicks: Click[];
  /** Clicks that nobody has said the fastener of. */
  more: number[];
}

const MOST_CLICKS = 24;

/** Names a line of the torque table. */
export const keyOf = (line: Pick<TorqueLine, 'fastener' | 'corner'>): string => `${line.fastener.key}.${line.corner}`;

export interface TorqueLineProps {
  /** Of a service, or of the look after a session. */
  jobId: Job['id'];
  car: Car;
  line: TorqueLine;
  /** How many clicks stand here that are not saved. */
  onClicks: (count: number) => void;
  /** @param isInOrder whether every click is within its band */
  onSaved: (isInOrder: boolean) => void;
}

/** One line of the torque table as it is torqued: its clicks, the wrench, the thread, and what is still missing. */
export function useTorqueLine({ jobId, car, line, onClicks, onSaved }: TorqueLineProps) {
  const { system } = useUnits();
  const read = useReadFigure();
  const today = useToday();
  const { isWheelLoggedAtOnce } = useLogbook().shop;
  const { saveFact, saving, problem } = useSaveFact();
  const { fastener: f, corner } = line;
  const order = tighteningOrder(f.group, f.perCorner);
  const { draft, change, clear } = useDraft<LineForm>(`service.${jobId}.torque.${keyOf(line)}`, {
    clicks: [],
    typed: '',
    isTyping: false,
    setting: null,
    moreNm: [],
    condition: f.condition,
    newBolts: '',
    locker: '',
    angle: '',
    instrument: 'byHand',
  });
  const shopWrenches = useWrench();
  const { wrench: tool } = shopWrenches;
  const [sentence, setSentence] = useState<string | null>(null);
  const [{ clicks, more }, setLog] = useState<Log>(() => ({
    clicks: draft.clicks.map((c, i) => (typeof c === 'number' ? { nm: c, position: order[i % order.length]! } : c)),
    more: draft.moreNm,
  }));
  const [picked, pick] = useState<number | null>(null);
  // A figure that is typed and not logged would be left behind as well.
  const unsaved = clicks.length + (draft.typed.trim() === '' ? 0 : 1);
  useEffect(() => onClicks(unsaved), [unsaved, onClicks]);
  const leftOf = (done: readonly Click[]): number[] =>
    positionsLeft(
      done.map((c) => c.position),
      order,
    );
  const left = leftOf(clicks);
  const lastOf = new Map(clicks.map((c) => [c.position, c.nm]));
  const isReading = tool?.kind === 'reading';
  const isTyping = draft.isTyping || isReading || f.torqueNm === null;
  const settingText = draft.setting ?? recordText(f.torqueNm, 'torque', system);
  const settingNm = read(settingText, 'torque');

  const keep = (log: Log, over: Partial<LineForm> = {}): Log => {
    change({ clicks: log.clicks, moreNm: log.more, ...over });
    return log;
  };
  /** A wrench sends click upon click: each is put to what stands then. One too many is nobody's, until somebody says whose. */
  const add = (nm: number, instrument: LineForm['instrument']): void => {
    const at = picked;
    pick(null);
    setLog((now) => {
      const position = at ?? leftOf(now.clicks)[0];
      return position === undefined
        ? keep({ ...now, more: [...now.more, nm] })
        : keep({ ...now, clicks: [...now.clicks, { nm, position }].slice(0, MOST_CLICKS) }, { typed: '', instrument });
    });
  };
  const wrench = useInstrument<{ torqueNm: number }>('wrenches', ({ torqueNm }) => add(torqueNm, 'simulatedWrench'));

  const save = async (made: readonly Click[] = clicks): Promise<void> => {
    const done = new Map(made.map((c) => [c.position, c.nm]));
    if (done.size < f.perCorner) return setSentence(`${f.perCorner - done.size} of ${f.perCorner} not torqued.`);
    if (more.length > 0) return setSentence('Tap what the last click was on, or undo it.');
    if (!tool) return setSentence('Choose the wrench.');
    if (f.isOneUse && draft.newBolts === '') return setSentence('Say whether new bolts went in.');
    if (f.angleDeg !== null && draft.angle === '') return setSentence('Say whether the second stage is done.');
    setSentence(null);
    const yes = (value: 'yes' | 'no' | ''): boolean | null => (value === '' ? null : value === 'yes');
    // What the wrench still sends belongs to the next line.
    wrench.stop();
    onClicks(0);
    const isSaved = await saveFact(
      {
        kind: 'torqueSet',
        carId: car.id,
        jobId,
        fastenerKey: f.key,
        corner,
        readingsNm: made.map((c) => c.nm),
        positions: made.map((c) => c.position),
        condition: draft.condition,
        newBolts: yes(draft.newBolts),
        threadLocker: yes(draft.locker),
        angleDone: yes(draft.angle),
        wrenchId: tool.id,
        wrench: tool.label,
        calibratedOn: tool.calibratedOn,
        wrenchRange: { minNm: tool.minNm, maxNm: tool.maxNm },
        instrument: draft.instrument,
      } as NewFact,
      today,
    );
    if (!isSaved) return onClicks(made.length);
    clear();
    setLog(keep({ clicks: [], more: [] }, { typed: '' }));
    onSaved(made.every((c) => judgeClick(c.nm, f).verdict === 'inOrder'));
  };

  return {
    line,
    draft,
    change,
    shopWrenches,
    wrench,
    isTyping,
    isReading,
    clicks,
    /** The click that nobody has said the fastener of; null where there is none. */
    oneMoreNm: more[0] ?? null,
    lastOf,
    order,
    left,
    /** The fastener that the next click is on; null once all are done and none is picked. */
    next: picked ?? left[0] ?? null,
    bad: [...lastOf].filter(([, nm]) => judgeClick(nm, f).verdict === 'stop'),
    settingText,
    settingNm,
    typedNm: read(draft.typed, 'torque'),
    /** The shop logs the nuts of a wheel with one tap. */
    isAtOnce: isWheelLoggedAtOnce && f.group === 'wheel' && order.length > 1,
    sentence: sentence ?? problem,
    saving,
    save: () => void save(),
    pick: (position: number): void => {
      const [nm, ...rest] = more;
      if (nm === undefined) pick(position);
      else setLog(keep({ clicks: [...clicks, { nm, position }].slice(0, MOST_CLICKS), more: rest }));
    },
    undo: (): void =>
      setLog((now) =>
        keep(
          now.more.length > 0 ? { ...now, more: now.more.slice(0, -1) } : { ...now, clicks: now.clicks.slice(0, -1) },
        ),
      ),
    /** A click at the wrench's setting, or the figure that was typed. */
    logClick: (): void => {
      // The line is being saved: a click now would count for the wheel before.
      if (saving) return;
      const nm = draft.typed.trim() === '' && !isReading ? settingNm : read(draft.typed, 'torque');
      if (nm === null) return setSentence('Type the reading in N·m or lbf·ft.');
      setSentence(null);
      add(nm, 'byHand');
    },
    /** All that are left clicked at the setting, in their order: said and saved in one. */
    logAll: (): void => {
      if (saving || settingNm === null) return;
      const made = [...clicks, ...left.map((position) => ({ nm: settingNm, position }))];
      setLog(keep({ clicks: made, more }, { instrument: 'byHand' }));
      pick(null);
      if (made.every((c) => judgeClick(c.nm, f).verdict === 'inOrder')) void save(made);
    },
    listen: (): void => {
      if (settingNm === null) return setSentence('Set the wrench first.');
      setSentence(null);
      void wrench.start({ settingNm, count: Math.max(1, left.length) });
    },
  };
}
export type TorqueLineWork = ReturnType<typeof useTorqueLine>;
