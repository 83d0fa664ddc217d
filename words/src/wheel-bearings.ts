import type { WheelBearingFindings, WheelBearingMeasurement } from '@calvik/core';
import { maxPlayMm } from '@calvik/core/wheel-bearings';
import type { MeasurementWords } from './measurement-words';
import { atPlace, cornerNames } from './names';
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

/** The check in words: its step, its rows on the service sheet, and how the history tells it. */
export const wheelBearingWords: MeasurementWords<'wheelBearingMeasurement'> = {
  step: {
    name: ({ corner }) => `Wheel bearing, ${cornerNames[corner!]}`,
    what: () =>
      'As it was read at the rim, rocked top and bottom, before the wheel came off; with the wheel off by a dial gauge on the hub.',
    caution: 'On stands, never a jack alone.',
  },
  title: 'Wheel bearings',
  head: ['Play', 'At most', 'How'],
  cells: ({ playMm, method }, sheet, say) => [
    say.value(playMm, 'length'),
    say.value(maxPlayMm(sheet, method), 'length'),
    bearingMethodNames[method],
  ],
  fact: ({ corner, playMm, method }, say) => ({
    title: `Wheel bearing, ${cornerNames[corner]}: ${say.fine({ value: playMm, measure: 'length' })} play`,
    text: bearingMethodNames[method],
  }),
};
