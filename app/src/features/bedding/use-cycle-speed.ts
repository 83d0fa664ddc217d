import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { BeddingBegun, BeddingSeries, SpeedSource } from '@calvik/core';
import type { CounterState } from '@calvik/core/bedding/driving';
import { useNow } from '../../state/hooks';
import { type Pace, usePhoneSpeed, useSimulatedSpeed } from './speed-sources';
import type { Cycle } from './use-cycle';

/** Without a speed for so long somebody should know. */
const LOST_S = 4;

/** What is left of a cycle, as series of one: for whoever drives on. */
const seriesLeft = ({ wanted, counted }: CounterState): BeddingSeries[] =>
  wanted.slice(counted).map(({ series: _series, ...w }) => ({ ...w, count: 1 }));

/** Feeds a cycle with speed while it is under way: the phone's, or a simulated driver's who is told what is left. */
export function useCycleSpeed(run: BeddingBegun, c: Cycle, pace: Pace) {
  const [isLive, setLive] = useState(false);
  const [heardMs, setHeard] = useState(() => Date.now());
  // Seconds of the cycle at which the simulated drive began.
  const offset = useRef(0);
  const source = c.head?.source ?? null;
  const startMs = c.head ? Date.parse(c.head.startedAt) : 0;
  const isOver = c.state.phase === 'cooled';
  const isSimulated = source === 'simulated';
  const hear = (seconds: number, kmh: number): void => {
    setHeard(Date.now());
    c.hear(seconds, kmh);
  };
  const phoneProblem = usePhoneSpeed(isLive && source === 'place' && !isOver, ({ at, kmh }) =>
    hear(Math.max(0, (at - startMs) / 1000), kmh),
  );
  const simulated = useSimulatedSpeed(({ at, kmh }) => hear(offset.current + at, kmh));

  /** A simulated driver takes over what is left, from the speed that the car has. */
  const drive = (): void => {
    const { state } = c;
    offset.current = state.last ? state.last.seconds + 0.5 : 0;
    setHeard(Date.now());
    const coolingLeft = Math.max(0, run.procedure.cooling.minutes - state.cooledS / 60);
    void simulated.start({
      series: seriesLeft(state),
      cooling: { minutes: Math.round(coolingLeft * 100) / 100, kmh: run.procedure.cooling.kmh },
      startKmh: Math.round(state.last?.kmh ?? 0),
      pace: Number(pace),
    });
  };
  // Told anew when more is wanted than he was told, or he has come to the end of it; not for each sample.
  const wanted = c.state.wanted.length;
  const toldFor = useRef(0);
  const tell = useEffectEvent(() => {
    if (simulated.isOn && toldFor.current === wanted) return;
    toldFor.current = wanted;
    drive();
  });
  useEffect(() => {
    if (isLive && isSimulated && !isOver && !simulated.problem) tell();
  }, [isLive, isSimulated, isOver, simulated.isOn, simulated.problem, wanted]);

  const silentS = Math.floor((useNow(500) - heardMs) / 1000);
  const goOn = (): void => {
    setHeard(Date.now());
    setLive(true);
  };
  return {
    isLive,
    isOver,
    isSimulated,
    begin: (from: SpeedSource): void => {
      c.begin(from);
      goOn();
    },
    goOn,
    drive,
    /** Seconds since the cycle began, for an application that somebody taps. */
    clockS: (): number => (isSimulated ? c.lastS() + 0.01 : (Date.now() - startMs) / 1000),
    /** For how long nothing has been heard; null while that is as it should be. */
    lostS: isLive && source !== 'tap' && !isOver && silentS >= LOST_S ? silentS : null,
    problem: phoneProblem ?? simulated.problem,
  };
}
