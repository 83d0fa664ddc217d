import { chance } from './chance';

export interface WrenchClick {
  torqueNm: number;
}

/** Seconds between two clicks of somebody who works on, in real time at speed 1. */
export const CLICK_EVERY_MS = 6000;

/**
 * Clicks of a wrench that is set to a torque: each within a few per cent of the setting, as a hand and a calibrated wrench give
 * it. Set it wrong and every click is wrong.
 * @param settingNm what the wrench is set to, N·m
 */
export function* clicks(settingNm: number, count: number, seed: string): Generator<WrenchClick> {
  const dice = chance(seed);
  for (let i = 0; i < count; i++) {
    const share = 1 + Math.max(-0.03, Math.min(0.03, dice.normal(0.012)));
    yield { torqueNm: Math.round(settingNm * share * 10) / 10 };
  }
}
