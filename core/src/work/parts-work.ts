import { brakeSheetOf } from '../logbook';
import { layerOfPair, layerOnAxle } from '../bedding';
import { notShownFor } from '../condition';
import { rulesInForce } from '../demand';
import { type PartNeed, axleParts, compoundName, partsFor, shelfNeed, toBuy } from '../inventory';
import { type Axle, type Finding, type PadSet, axleOfWork, axles, cornersOf, mm, workKey } from '../model';
import { axleWear, lastsFinding } from '../wear';
import { type CarCorners, judgeCorners, measuringDue, serviceFinding } from '../service';
import { workFinding } from './findings';
import { type Context, type WorkNeed, type WorkReason, noRule } from './types';

/** Pads and rotors by axle: what is under a limit, what the rules ask for, and what has not been looked at. */
export function partsNeeds(c: Context): WorkNeed[] {
  const { logbook, car, event } = c;
  const state = judgeCorners(logbook, car, brakeSheetOf(logbook, car));
  const needs: WorkNeed[] = [];
  const whyMeasure = c.earlier.keys.has(workKey('measure'))
    ? serviceFinding('notMeasuredSinceEvent', 'needsWork', {}, { event: c.previous ?? event.startDate })
    : measuringDue(logbook, car, event, c.previous, c.today);
  // What else nobody has looked at is looked at while a car is measured.
  const notShown = notShownFor(logbook, car, 'event', event.id).filter((f) => f.verdict === 'needsWork');
  const why = [...(whyMeasure ? [whyMeasure] : []), ...notShown];
  if (why.length > 0) needs.push({ key: workKey('measure'), reasons: why.flatMap((f) => noRule(f)) });
  for (const axle of axles) needs.push(...padNeeds(c, state, axle), ...rotorNeeds(c, state, axle));
  return needs;
}

/** What is under a limit, what a rule asks for, what is broken; or a spare set to take along. */
function padNeeds(c: Context, state: CarCorners, axle: Axle): WorkNeed[] {
  const { logbook, booking, car, event, today } = c;
  const places = cornersOf(axle).map((corner) => state.corners[corner]);
  const mms = places.flatMap((p) => (p.padMm === null ? [] : [p.padMm]));
  const thinnestMm = mms.length > 0 ? Math.min(...mms) : null;
  const { limitMm, limitFrom } = places[0]!.spec;
  const rule = rulesInForce(logbook, car, event).minPadMm;
  const at = { axle };
  const reasons: WorkReason[] = [];
  const now = axleParts(logbook, car, axle).padSet;
  if (thinnestMm !== null && thinnestMm < limitMm)
    reasons.push({
      finding: workFinding('padsUnderLimit', 'stop', at, {
        thickness: mm(thinnestMm),
        limit: mm(limitMm),
        owner: limitFrom,
      }),
      from: null,
    });
  if (thinnestMm !== null && rule && thinnestMm < rule.value)
    reasons.push({
      finding: workFinding('padsUnderRule', 'needsWork', at, { thickness: mm(thinnestMm), wanted: mm(rule.value) }),
      from: rule.from,
    });
  for (const p of places)
    for (const finding of p.padJudgement?.findings ?? [])
      if (finding.verdict === 'stop' && finding.code !== 'padUnderLimit') reasons.push({ finding, from: null });
  const wear = axleWear(logbook, car, axle, 'pads', event, today);
  const lasts = wear && wear.part?.id === now?.id ? lastsFinding(wear, null) : null;
  // That it is under a limit now has been said by then.
  if (lasts?.verdict === 'needsWork' && !(wear?.isUnderNow && reasons.length > 0))
    reasons.push({ finding: lasts, from: null });
  if (now?.use === 'road' && trackSetOf(c, axle))
    reasons.push({ finding: workFinding('roadPadsOn', 'needsWork', at, { pads: now.label }), from: null });
  if (reasons.length > 0) {
    const found = partsFor(logbook, booking, car, axle, 'padSet', Math.max(limitMm, rule?.value ?? 0), today, now)[0];
    const need: PartNeed = found
      ? shelfNeed('padSet', found, axle, today)
      : toBuy(
          logbook,
          booking,
          { goods: 'padSet', likeId: now?.id ?? null, name: compoundName(logbook, now), axle },
          today,
        );
    return [{ key: workKey('pads', axle), reasons, parts: [need] }];
  }
  if (thinnestMm === null || !now) return [];
  const percentOfNew = (100 * thinnestMm) / now.newThicknessMm;
  const isThin = percentOfNew < logbook.shop.padTrackStartPercent;
  const thin = workFinding('takeSpare', 'watch', at, {
    thickness: mm(thinnestMm),
    percentOfNew: Math.round(percentOfNew),
  });
  const why: WorkReason[] = [
    ...(lasts ? [{ finding: lasts, from: null }] : []),
    ...(isThin ? [{ finding: thin, from: { owner: 'shop' as const, name: '' } }] : []),
  ];
  if (why.length === 0) return [];
  return [{ key: workKey('spare', axle), reasons: why, parts: [spareNeed(c, axle, now, limitMm)] }];
}

function rotorNeeds(c: Context, state: CarCorners, axle: Axle): WorkNeed[] {
  const { logbook, booking, car, today } = c;
  const found = cornersOf(axle).flatMap((corner) =>
    (state.corners[corner].rotorJudgement?.findings ?? []).filter((f) => f.verdict === 'stop'),
  );
  const wear = axleWear(logbook, car, axle, 'rotors', c.event, today);
  const lasts = wear && lastsFinding(wear, null);
  // What was read under its limit has been found by then.
  if (lasts?.verdict === 'needsWork' && !(wear?.isUnderNow && found.length > 0)) found.push(lasts);
  if (found.length === 0) return [];
  const onShelf = partsFor(logbook, booking, car, axle, 'rotorPair', 0, today)[0];
  const now = axleParts(logbook, car, axle).rotorPair;
  const need: PartNeed = onShelf
    ? shelfNeed('rotorPair', onShelf, axle, today)
    : toBuy(logbook, booking, { goods: 'rotorPair', likeId: now?.id ?? null, name: now?.label ?? '', axle }, today);
  return [{ key: workKey('rotors', axle), reasons: found.map((finding) => ({ finding, from: null })), parts: [need] }];
}

const trackSetOf = (c: Context, axle: Axle): PadSet | undefined =>
  [...c.logbook.padSets.values()].find(
    (p) => !p.archived && p.carId === c.car.id && p.axle === axle && p.use === 'track',
  );

function spareNeed(c: Context, axle: Axle, now: PadSet, limitMm: number): PartNeed {
  const spare = partsFor(c.logbook, c.booking, c.car, axle, 'padSet', limitMm, c.today, now)[0];
  return spare
    ? shelfNeed('padSet', spare, axle, c.today)
    : toBuy(
        c.logbook,
        c.booking,
        { goods: 'padSet', likeId: now.id, name: compoundName(c.logbook, now), axle },
        c.today,
      );
}

/** Whether the set from the shelf that goes on was bedded to the rotors that stay on. */
function comesBedded(c: Context, needs: readonly WorkNeed[], axle: Axle): boolean {
  const { logbook, car } = c;
  if (needs.some((n) => n.key === workKey('rotors', axle))) return false;
  const part = needs.find((n) => n.key === workKey('pads', axle))?.parts?.[0];
  const set = logbook.padSets.get(part?.source === 'shelf' ? (part.partId ?? '') : '');
  const { rotorPair } = axleParts(logbook, car, axle);
  return set !== undefined && rotorPair !== null && layerOfPair(logbook, set, rotorPair).state === 'bedded';
}

export function beddingNeeds(c: Context, needs: readonly WorkNeed[]): WorkNeed[] {
  const { logbook, booking, car, event, today } = c;
  const asked = rulesInForce(logbook, car, event).beddedPartsOnly;
  const isBeddedOnly = asked !== null;
  const found: WorkNeed[] = [];
  for (const axle of axles) {
    const isNew = needs.some((n) => n.key === workKey('pads', axle) || n.key === workKey('rotors', axle));
    const layer = layerOnAxle(logbook, car, axle, today);
    // A set that was bedded ahead on its own rotors goes on as it is.
    if (isNew ? comesBedded(c, needs, axle) : layer.finding === null) continue;
    const because = (finding: Finding): WorkReason[] => [{ finding, from: asked?.from ?? null }];
    if (!isNew && layer.finding && layer.state === 'unknown') {
      // A look at the faces tells: it is part of measuring.
      if (isBeddedOnly && ![...needs, ...found].some((n) => n.key === workKey('measure')))
        found.push({ key: workKey('measure'), reasons: because(layer.finding) });
      continue;
    }
    const at = { axle };
    if (booking.beddingPlace === 'machine' && isNew) {
      const days = logbook.shop.machineBeddingDays;
      found.push({
        key: workKey('sendBedding', axle),
        reasons: because(workFinding('awayForBedding', 'needsWork', at, { isNew, isBeddedOnly, days })),
        earliest: needs
          .flatMap((n) => (axleOfWork(n.key) === axle ? (n.parts ?? []) : []))
          .reduce((day, p) => (p.on > day ? p.on : day), today),
      });
      continue;
    }
    const reasons = because(
      isNew || layer.state === 'green' || !layer.finding
        ? workFinding(isNew ? 'newPartsGoOn' : 'notBeddedYet', 'needsWork', at, { isBeddedOnly })
        : layer.finding,
    );
    const atEvent = booking.beddingPlace === 'event' ? { earliest: event.startDate, latest: event.startDate } : {};
    found.push({ key: workKey('bedding', axle), reasons, ...atEvent });
  }
  return found;
}
