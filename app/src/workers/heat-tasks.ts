/** What is computed of heat away from the page: plain functions of plain data. */
import {
  type Axle,
  type HeatCase,
  type HeatCurve,
  type HeatOutlook,
  type Help,
  type HelpLimits,
  type OnShelf,
  type Unknown,
} from '@calvik/core';
import {
  computeOutlook,
  heatCurves,
  helpFor,
  longestSessionMin,
  unknownsOf,
} from '@calvik/core/heat-outlook/computing';
import { type CounterState, type Program, countRun, sampleOf } from '@calvik/core/bedding/driving';
import { type AfterSessions, type QueueCase, type QueuePlan, planQueue } from '@calvik/core/queue/computing';
import {
  type OpenedTrace,
  type ReadTrace,
  type TraceColumns,
  type VenueDrive,
  driveAtVenue,
  openTrace,
  thinned,
  traceCsv,
  traceIn,
} from '@calvik/core/traces';

export interface HeatRunResult {
  outlook: HeatOutlook;
  curves: Record<Axle, HeatCurve>;
  unknowns: Unknown[];
}

/** Points of a curve: the chart that draws them takes longer by the square of their number. */
const POINTS = 96;
const MOST_DRAWN = 1200;

/** An opened file as a page shows it: its first rows, and what is found in it. */
export interface TracePreview {
  opened:
    | { ok: true; format: 'csv' | 'gpx'; head: string[]; rows: string[][]; columns: TraceColumns | null }
    | Extract<OpenedTrace, { ok: false }>;
  read: Extract<ReadTrace, { ok: false }> | null;
  drive: VenueDrive | null;
  curve: { seconds: number; speedMPerS: number }[];
  seconds: number;
  points: number;
  skipped: number;
}

/** A recorded drive counted as a bedding run. */
export interface CountedFile {
  opened: TracePreview['opened'];
  read: TracePreview['read'];
  state: CounterState | null;
  curve: { seconds: number; speedMPerS: number }[];
  /** The drive as it is saved: seconds and km/h. */
  csv: string;
}

export const heatTasks = {
  /** The order of a paddock queue and what can be promised. */
  queuePlan(c: QueueCase, after: AfterSessions, order?: readonly number[]): QueuePlan {
    return planQueue(c, after, order);
  },

  /** What a session gets to, and how long the next one may be for its fluid to stay under a limit. */
  sessionHeat(
    c: HeatCase,
    limitC: number | null,
    certaintyPercent: number,
  ): { outlook: HeatOutlook; longestMin: number | null } {
    const outlook = computeOutlook(c);
    return {
      outlook,
      longestMin: limitC === null ? null : longestSessionMin(c, outlook, limitC, certaintyPercent),
    };
  },

  countFile(text: string, columns: TraceColumns | null, program: Program, more: number): CountedFile {
    const opened = openTrace(text);
    if (!opened.ok) return { opened, read: null, state: null, curve: [], csv: '' };
    const { file } = opened;
    const chosen = file.format === 'csv' ? (columns ?? file.guess) : null;
    const shown = {
      ok: true as const,
      format: file.format,
      head: file.format === 'csv' ? file.head : [],
      rows: file.format === 'csv' ? file.rows.slice(0, 4) : [],
      columns: chosen,
    };
    const read = traceIn(file, chosen);
    if (!read.ok) return { opened: shown, read, state: null, curve: [], csv: '' };
    const samples = read.points.map((p) => sampleOf(p.seconds, p.speedMPerS * 3.6));
    const entries = more === 0 ? samples : [{ seconds: 0, more }, ...samples];
    return {
      opened: shown,
      read: null,
      state: { ...countRun(program, entries), recent: [] },
      curve: thinned(read.points, MOST_DRAWN),
      csv: traceCsv(read.points),
    };
  },
  run(c: HeatCase, certaintyPercent: number, progress: (share: number) => void): HeatRunResult {
    const outlook = computeOutlook(c);
    progress(0.4);
    const curves = heatCurves(c, outlook.factors, POINTS, (share) => progress(0.4 + 0.4 * share));
    const unknowns = unknownsOf(c, certaintyPercent);
    progress(1);
    return { outlook, curves, unknowns };
  },
  help: (c: HeatCase, shelf: OnShelf, limits: HelpLimits, certaintyPercent: number): Help[] =>
    helpFor(c, shelf, limits, certaintyPercent),
  outlook: (c: HeatCase): HeatOutlook => computeOutlook(c),
  trace(text: string, columns: TraceColumns | null): TracePreview {
    const opened = openTrace(text);
    const nothing = { read: null, drive: null, curve: [], seconds: 0, points: 0, skipped: 0 };
    if (!opened.ok) return { opened, ...nothing };
    const { file } = opened;
    const chosen = file.format === 'csv' ? (columns ?? file.guess) : null;
    const shown = {
      ok: true as const,
      format: file.format,
      head: file.format === 'csv' ? file.head : [],
      rows: file.format === 'csv' ? file.rows.slice(0, 4) : [],
      columns: chosen,
    };
    const read = traceIn(file, chosen);
    if (!read.ok) return { opened: shown, ...nothing, read };
    return {
      opened: shown,
      read: null,
      drive: driveAtVenue(read.points),
      curve: thinned(read.points, MOST_DRAWN),
      seconds: read.points.at(-1)!.seconds,
      points: read.points.length,
      skipped: read.skipped,
    };
  },
};
export type HeatTasks = typeof heatTasks;
