import type { ConditionFindings } from '@calvik/core';
import { checkNames, placeName } from '../names';
import type { TextsFor } from '../texts';
import { actNames, faultTitle, proofName } from '../condition';

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
  notEnoughDrawn: ({ drawn, wanted }, at, say) =>
    `The fluid boiled, and not enough has been drawn${placeName(at) ? ` at the ${placeName(at)}` : ''}: ${say.quantity(drawn)} of ${say.quantity(wanted)}.`,
};
