/** Findings as sentences, so that a test reads as what somebody would be told: core is tested together with its words. */
import { defaultBrakeSheet } from '../../src/logbook';
import type { Finding } from '../../src/model';
import { fastenerNames, findingText, sayTo } from '@calvik/words';
import '@calvik/words/work';
import { makeCar } from './book';

export const say = sayTo({ units: 'metric', timeZone: 'UTC' });
const names = fastenerNames([
  ...defaultBrakeSheet(makeCar()).fasteners,
  ...defaultBrakeSheet(makeCar({ front: makeCar().rear })).fasteners,
]);
export const tell = (finding: Finding): string => findingText(finding, say, names);
/** All of them in one text; what is held is told by what was found. */
export const texts = (list: readonly (Finding | { finding: Finding })[]): string =>
  list.map((f) => tell('finding' in f ? f.finding : f)).join(' | ');
