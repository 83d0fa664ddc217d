import type { BrakeSheet, Fact, MeasurementKind } from '@calvik/core';
import type { Say } from './reader';
import type { StepWords } from './step-words';

/** What the history says of a fact. */
export interface FactText {
  title: string;
  text: string;
}

/** A measured check in words: its step, its rows on the sheet (one for each corner), and how the history tells it. */
export interface MeasurementWords<K extends MeasurementKind> {
  step: StepWords;
  title: string;
  head: string[];
  cells: (reading: Extract<Fact, { kind: K }>, sheet: BrakeSheet, say: Say) => string[];
  fact: (reading: Extract<Fact, { kind: K }>, say: Say) => FactText;
}
