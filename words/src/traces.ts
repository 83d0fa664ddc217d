/** Why a file of a drive cannot be used, in a sentence. */
import type { FileProblem, TraceProblem } from '@calvik/core/traces';

const texts: Record<FileProblem | TraceProblem, (row: number | null) => string> = {
  emptyFile: () => 'This file is empty.',
  notText: () => 'This is not a text file: export the drive as CSV or GPX.',
  notATable: () => 'No table can be found in this file: it wants two columns at least, time and speed.',
  notXml: () => 'This file is damaged: its XML cannot be read. Export it again.',
  noTrack: () => 'There is no track in this GPX file.',
  tooMuch: () => 'This file is too much to read. Cut the drive, or export it with fewer columns and samples.',
  trackWithoutTime: () => 'The points of this track carry no time: without it there is no speed.',
  tooFewPoints: () => 'Too few points with both time and speed: at least twenty are wanted.',
  noTime: () => 'The column for time holds no times. Choose another one, or another unit.',
  noSpeed: () => 'The column for speed holds no speeds. Choose another one.',
  tooManyPoints: () => 'More than a million points: cut the drive, or export it with fewer samples a second.',
  timeJumps: (row) =>
    `The time jumps by more than 15 minutes${row === null ? '' : ` at row ${row + 1}`}: correct it, or cut the drive there.`,
  tooLong: (row) =>
    `The drive is longer than six hours${row === null ? '' : ` from row ${row + 1} on`}: cut it, or choose another unit for its time.`,
  timeStandsStill: () => 'The time does not go on from row to row. Choose another column for it.',
  impossibleSpeed: (row) =>
    `A speed over 500 km/h${row === null ? '' : ` in row ${row + 1}`}: the unit of the speed is another one.`,
  tooSlow: () => 'Never faster than 40 km/h: this is not a drive on a track, or the unit of the speed is another one.',
};

/** @param row counted from 0, of the rows under the head */
export const traceProblemText = (problem: FileProblem | TraceProblem, row: number | null = null): string =>
  texts[problem](row);
