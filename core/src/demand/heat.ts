import type { LocalDate } from '../calendar';
import { type OutsideModel, edgeOf, heatFinding } from '../heat-outlook';
import { axleParts, compoundOf } from '../inventory';
import type { Logbook } from '../logbook';
import {
  type Axle,
  type Car,
  type Finding,
  type TrackEvent,
  type Verdict,
  axles,
  celsius,
  worstFirst,
  worstOf,
} from '../model';
import { judgeFluid } from './judge';
import { heatAtEvent } from './peak';

/** Hottest face that a rotor is taken to stand, °C. Common practice, no source. */
export const MAX_FACE_C = { greyIron: 720, carbonCeramic: 1000 } as const;

/** What the faces of an axle may get to: what its pads stand or what its rotors do, whichever is less. */
export interface FaceLimit {
  tempC: number;
  /** Name of the compound that sets it; null where it is the rotor. */
  compound: string | null;
}

/** @returns null for drums, of which nobody says how hot they may get */
export function faceLimit(logbook: Logbook, car: Car, axle: Axle): FaceLimit | null {
  if (car[axle].brake === 'drum') return null;
  const { padSet, rotorPair } = axleParts(logbook, car, axle);
  const compound = compoundOf(logbook, padSet);
  const rotorC = MAX_FACE_C[rotorPair?.material ?? 'greyIron'];
  return compound?.maxTempC && compound.maxTempC < rotorC
    ? { tempC: compound.maxTempC, compound: compound.name }
    : { tempC: rotorC, compound: null };
}

export interface HeatJudgement {
  verdict: Verdict;
  headline: Finding;
  findings: Finding[];
}

/** That nothing is known of a car's heat, and why. */
function outsideFinding(outside: OutsideModel): Finding {
  if (outside.what === 'figure') {
    const { what: _what, ...values } = outside;
    return heatFinding('figureOutsideModel', 'needsWork', {}, values);
  }
  const { axle, part, tempC, mostC } = outside;
  return heatFinding('outsideModel', 'needsWork', { axle }, { part, computed: celsius(tempC), most: celsius(mostC) });
}

/**
 * Whether fluid, pads and rotors of a car stand the heat of an event. Nothing is said of what cannot be reckoned.
 * @param today in the shop's time zone
 */
export function judgeHeat(logbook: Logbook, car: Car, event: TrackEvent | null, today: LocalDate): HeatJudgement {
  const inOrder = (headline: Finding): HeatJudgement => ({ verdict: 'inOrder', headline, findings: [] });
  if (!event) return inOrder(heatFinding('noEventForHeat', 'inOrder', {}, {}));
  const heat = heatAtEvent(logbook, car, event);
  if (heat?.outside) {
    const headline = outsideFinding(heat.outside);
    return { verdict: 'needsWork', headline, findings: [headline] };
  }
  if (!heat?.outlook)
    return inOrder(heatFinding('heatNotComputed', 'inOrder', {}, { missing: heat?.missing ?? ['zones'] }));
  const { outlook } = heat;
  const certainty = logbook.shop.peakCertaintyPercent;
  const fluid = judgeFluid(logbook, car, event, today);
  const boiling = fluid.boilingOnDay;
  const findings: Finding[] = [];
  if (boiling) {
    const edge = celsius(fluid.peak.value);
    const boilsAt = celsius(boiling.value);
    // The fluid's own gate says how bad it is: here it is told in degrees.
    const under = fluid.findings.find((f) => f.code === 'boilsUnderPeak');
    const thin = fluid.findings.find((f) => f.code === 'boilsUnderDemand' || f.code === 'mayBoilUnderDemand');
    if (under) findings.push(heatFinding('fluidMayBoil', under.verdict, {}, { edge, boilsAt }));
    else if (thin && thin.verdict !== 'watch') {
      const safe = thin.code === 'mayBoilUnderDemand' ? (boiling.band?.low ?? boiling.value) : boiling.value;
      const margin = { value: Math.round(safe - fluid.peak.value), measure: 'temperatureDifference' } as const;
      findings.push(heatFinding('fluidMarginThin', thin.verdict, {}, { edge, boilsAt: celsius(safe), margin }));
    }
  }
  for (const axle of axles) {
    const place = { axle };
    const { faceC } = outlook.axles[axle];
    const face = celsius(faceC.tempC);
    const edge = celsius(edgeOf(faceC, certainty));
    const compound = compoundOf(logbook, axleParts(logbook, car, axle).padSet);
    const { maxTempC = null, maxWorkingC = null, name = '' } = compound ?? {};
    if (maxTempC !== null && faceC.tempC > maxTempC)
      findings.push(
        heatFinding('padsOverHighest', 'needsWork', place, { face, max: celsius(maxTempC), compound: name }),
      );
    else if (maxTempC !== null && edge.value > maxTempC)
      findings.push(
        heatFinding('padsMayGoOverHighest', 'watch', place, { edge, max: celsius(maxTempC), compound: name }),
      );
    else if (maxWorkingC !== null && faceC.tempC > maxWorkingC)
      findings.push(
        heatFinding('padsOverWorkingRange', 'watch', place, { face, max: celsius(maxWorkingC), compound: name }),
      );
    const max = MAX_FACE_C[heat.heatCase.axles[axle].material];
    if (heat.heatCase.axles[axle].brake !== 'drum' && faceC.tempC > max)
      findings.push(heatFinding('rotorTooHot', 'needsWork', place, { face, max: celsius(max) }));
  }
  const misfits = outlook.readings.filter((r) => r.isMisfit).length;
  if (misfits > 0) findings.push(heatFinding('readingDoesNotFit', 'watch', {}, { count: misfits }));
  const sorted = worstFirst(findings);
  return {
    verdict: worstOf(sorted),
    headline:
      sorted[0] ??
      heatFinding(
        'heatInOrder',
        'inOrder',
        {},
        { fluid: celsius(outlook.axles[heat.axle].fluidC.tempC), face: celsius(outlook.axles[heat.axle].faceC.tempC) },
      ),
    findings: sorted,
  };
}
