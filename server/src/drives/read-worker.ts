/** Reads a drive in a thread of its own: a file from outside may be as large and as odd as it likes. */
import {
  type FileProblem,
  type TraceColumns,
  type TracePoint,
  type TraceProblem,
  driveAtVenue,
  openTrace,
  traceIn,
} from '@calvik/core/traces';
import type { BrakingZone } from '@calvik/core';

export interface ReadTask {
  file: string;
  /** How a table is to be read; null as it is guessed. */
  columns: TraceColumns | null;
  /** Only that it opens, what a preview shows, or every point. */
  wanted: 'opens' | 'preview' | 'points';
}

export interface DrivePreview {
  format: 'csv' | 'gpx';
  columns: TraceColumns | null;
  head: string[];
  points: number;
  skipped: number;
  seconds: number;
  lapS: number | null;
  zones: BrakingZone[];
}

export type ReadAnswer =
  | { problem: FileProblem | TraceProblem; row: number | null }
  | { problem: null; preview: DrivePreview | null; points: readonly TracePoint[] };

export default function read({ file, columns, wanted }: ReadTask): ReadAnswer {
  const opened = openTrace(file);
  if (!opened.ok) return { problem: opened.problem, row: null };
  if (wanted === 'opens') return { problem: null, preview: null, points: [] };
  const chosen = columns ?? (opened.file.format === 'csv' ? opened.file.guess : null);
  const trace = traceIn(opened.file, chosen);
  if (!trace.ok) return { problem: trace.problem, row: trace.row };
  if (wanted === 'points') return { problem: null, preview: null, points: trace.points };
  const { lapS, zones } = driveAtVenue(trace.points);
  const preview = {
    format: opened.file.format,
    columns: chosen,
    head: opened.file.format === 'csv' ? opened.file.head : [],
    points: trace.points.length,
    skipped: trace.skipped,
    seconds: trace.points.at(-1)!.seconds,
    lapS,
    zones,
  };
  return { problem: null, preview, points: [] };
}
