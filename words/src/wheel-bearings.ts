import type { BrakeSheet, WheelBearingFindings, WheelBearingMeasurement } from '@calvik/core';
import { maxPlayMm } from '@calvik/core/wheel-bearings';
import { atPlace } from './names';
import type { Say } from './reader';
import type { TextsFor } from './texts';

export const bearingMethodNames: Record<WheelBearingMeasurement['method'], string> = {
  rim: 'at the rim',
  dialGauge: 'dial gauge on the hub',
};

export const wheelBearingTexts: TextsFor<WheelBearingFindings> = {
  wheelBearingPlayTooHigh: ({ play, max }, at, say) =>
    `Wheel-bearing play ${say.fine(play)}${atPlace(at)}, ${say.fine(max)} at most: it knocks the pads back. Find out why before it goes.`,
  wheelBearingPlay: ({ play, max }, at, say) =>
    `Wheel-bearing play ${say.fine(play)}${atPlace(at)}, ${say.fine(max)} at most.`,
};

/** Its rows on the service sheet. */
export const wheelBearingSection = {
  title: 'Wheel bearings',
  head: ['Play', 'At most', 'How'],
  cells: ({ playMm, method }: WheelBearingMeasurement, sheet: BrakeSheet, say: Say): string[] => [
    say.value(playMm, 'length'),
    say.value(maxPlayMm(sheet, method), 'length'),
    bearingMethodNames[method],
  ],
};
