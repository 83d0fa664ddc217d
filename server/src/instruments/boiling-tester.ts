import { EventEmitter } from 'node:events';
import type { InstrumentStop } from '@calvik/words/problems';
import { type HeatingSample, type Plateau, atPressure, boilingPointAt, findPlateau } from '@calvik/core';
import { type Chance, chance } from './chance';
import type { HiddenTruth } from './truth';

/** The probe must be under past its hole, mm. */
export const PROBE_HOLE_MM = 14;
/** The instrument gives up after this, s. */
const LONGEST_SECONDS = 180;
const STEP_SECONDS = 0.5;

export type TesterEvent =
  | { type: 'sample'; sample: HeatingSample }
  | { type: 'result'; plateau: Plateau }
  | { type: 'stopped'; reason: InstrumentStop };

export interface TesterSettings {
  truth: HiddenTruth;
  ambientKpa: number;
  seed: string;
  /** Simulated seconds per real second. */
  speed: number;
}

/**
 * The temperature of a small sample on a heater: it warms with losses to the room, then holds at its boiling point with a
 * little superheat that dies away. Noise is the thermocouple's; the offset is this instrument's calibration.
 */
export function* heating(
  { truth, ambientKpa }: Pick<TesterSettings, 'truth' | 'ambientKpa'>,
  noise: Chance,
): Generator<HeatingSample> {
  const boilsAt = atPressure(boilingPointAt(truth.waterPercent, truth.label), ambientKpa);
  const offset = noise.normal(1);
  const room = 20 + noise.uniform() * 6;
  let temp = room;
  let boilingFor = 0;
  for (let seconds = 0; seconds <= LONGEST_SECONDS; seconds += STEP_SECONDS) {
    yield { seconds, tempC: temp + offset * (temp > 80 ? 1 : 0) + noise.normal(0.35) };
    if (temp < boilsAt + 2.5 && boilingFor === 0) temp += (9.5 - 0.018 * (temp - room)) * STEP_SECONDS;
    else {
      boilingFor += STEP_SECONDS;
      temp = boilsAt + 2.5 * Math.exp(-boilingFor / 2.5);
    }
  }
}

/** One run of the simulated boiling tester. Emits `event` with a {@link TesterEvent}; keeps all of them for late listeners. */
export class TesterRun extends EventEmitter {
  readonly events: TesterEvent[] = [];
  finished = false;
  private readonly samples: HeatingSample[] = [];
  private readonly source: Generator<HeatingSample>;
  private readonly timer: NodeJS.Timeout;

  constructor(
    readonly id: string,
    readonly settings: TesterSettings,
  ) {
    super();
    this.source = heating(settings, chance(settings.seed));
    const wait = Math.max(5, (STEP_SECONDS * 1000) / settings.speed);
    this.timer = setInterval(() => this.step(), wait);
    this.timer.unref();
  }

  private step(): void {
    const next = this.source.next();
    if (next.done) {
      this.stop('noPlateau');
      return;
    }
    this.samples.push(next.value);
    this.tell({ type: 'sample', sample: next.value });
    const plateau = findPlateau(this.samples);
    if (plateau) {
      this.end();
      this.tell({ type: 'result', plateau });
    }
  }

  private tell(event: TesterEvent): void {
    this.events.push(event);
    this.emit('event', event);
  }

  private end(): void {
    this.finished = true;
    clearInterval(this.timer);
  }

  /** Switches the heater off. */
  stop(reason: InstrumentStop): void {
    if (this.finished) return;
    this.end();
    this.tell({ type: 'stopped', reason });
  }
}
