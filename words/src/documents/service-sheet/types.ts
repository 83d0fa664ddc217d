import type { Corner, UnitSystem } from '@calvik/core';

/** One part of the sheet: sentences, a table, or both. */
export interface SheetSection {
  title: string;
  lines: string[];
  table: { head: string[]; rows: string[][] } | null;
}

/** One limit bar of the drawing: from new at the left to worn out, the limit, and where the part stands. */
export interface SheetBar {
  label: string;
  /** The reading and its limit in words, or that nobody has measured it. */
  text: string;
  /** mm; null where there is nothing to draw against. */
  scale: { newMm: number; limitMm: number; readingMm: number | null } | null;
}

/** A corner of the drawing of the car, as it lies there, front up. */
export interface SheetCorner {
  corner: Corner;
  name: string;
  bars: SheetBar[];
}

/** The service sheet as it is printed: nothing in it has to be worked out again. */
export interface ServiceSheet {
  title: string;
  shop: string;
  customer: string;
  car: string;
  plate: string;
  event: string;
  date: string;
  units: UnitSystem;
  status: 'released' | 'notReleased' | 'reopened';
  statusLine: string;
  /** Pads and rotors as they are on the car now. */
  corners: SheetCorner[];
  sections: SheetSection[];
  signature: string;
  caution: string;
}
