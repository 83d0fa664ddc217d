import type { ConditionFindings, Requirable } from '@calvik/core';
import { checkNames, placeName } from '../names';
import { type TextsFor, list } from '../texts';
import { actNames, faultTitle, proofName } from '../condition';

/** What is asked of every car, in two words. */
const askedNames: Record<Requirable, string> = {
  pedalFirm: 'pedal',
  torqued: 'wheel nuts',
  dry: 'leaks',
  levelKept: 'fluid level',
  rockedTight: 'wheel play',
  noPlay: 'bearing play',
};
const askedName = (proof: string): string => askedNames[proof as Requirable];

export const conditionTexts: TextsFor<ConditionFindings> = {
  hoseFault: ({ remark }, at) =>
    `Hose${placeName(at) ? `, ${placeName(at)}` : ''}: not in order${remark ? `, ${remark}` : ''}. Replace it.`,
  checkFault: ({ check, remark }, at) =>
    `${checkNames[check]}${placeName(at) ? `, ${placeName(at)}` : ''}: not in order${remark ? `, ${remark}` : ''}.`,
  faultFound: ({ fault }, at) => `${faultTitle(fault)}${placeName(at) ? `, ${placeName(at)}` : ''}.`,
  notShownSince: ({ proof, act }, at) =>
    `${actNames[act]}${placeName(at) ? `, ${placeName(at)}` : ''}. Not shown since: ${
      proof === 'torqued' ? 'wheel nuts torqued to their figure' : proofName(proof).toLowerCase()
    }.`,
  neverLookedAt: ({ proofs }) => `Not checked here yet: ${list(proofs.map(askedName))}.`,
  notSinceEvent: ({ proofs }) => `Not checked since its last event: ${list(proofs.map(askedName))}.`,
  notEnoughDrawn: ({ drawn, wanted }, at, say) =>
    `The fluid boiled, and not enough has been drawn${placeName(at) ? ` at the ${placeName(at)}` : ''}: ${say.quantity(drawn)} of ${say.quantity(wanted)}.`,
};
