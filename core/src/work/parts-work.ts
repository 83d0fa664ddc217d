import { dateIn, longDate, plusDays } from '../calendar';
import { axleParts, cornersOf } from '../inventory';
import { judgeCorners, brakeSheetOf } from '../service';
import { type PartNeed, padSetMm, partsFor, shelfNeed, toBuy } from '../inventory';
import { type Axle, type PadSet, axles, corners } from '../model';
import { rulesInForce } from './rules';
import { type Context, type Draft, type WorkItem, noRule } from './types';
import { doneOf } from './ducts';

/** Measured at most this long before an event, and not before the last one, a car need not be measured again. Own figure. */
const MEASURED_WITHIN_DAYS = 21;

/** Pads and rotors by axle: what is under a limit, what the rules ask for, and what has not been looked at. */
export function partsDrafts(c: Context): Draft[] {
  const { logbook, booking, car, event, today } = c;
  const { timeZone } = logbook.shop;
  const rules = rulesInForce(logbook, car, event);
  const state = judgeCorners(logbook, car, brakeSheetOf(logbook, car));
  const drafts: Draft[] = [];
  const measured = corners.flatMap((corner) => {
    const m = state.corners[corner].pads;
    return m ? [dateIn(m.at, timeZone)] : [];
  });
  const oldest = measured.length === 4 ? measured.sort()[0]! : null;
  const wanted = plusDays(event.startDate, -MEASURED_WITHIN_DAYS);
  if (oldest === null)
    drafts.push({
      key: 'measure',
      reasons: noRule(
        measured.length === 0
          ? 'Nobody has measured pads and rotors.'
          : `${4 - measured.length} of 4 corners have not been measured.`,
      ),
    });
  else if (oldest < wanted || (c.previous !== null && oldest <= c.previous))
    drafts.push({
      key: 'measure',
      reasons: noRule(
        c.previous !== null && oldest <= c.previous
          ? `Not measured since the event of ${longDate(c.previous)}.`
          : `Last measured ${longDate(oldest)}.`,
      ),
    });
  for (const axle of axles) {
    const places = cornersOf(axle).map((corner) => state.corners[corner]);
    const mms = places.flatMap((p) => (p.padMm === null ? [] : [p.padMm]));
    const least = mms.length > 0 ? Math.min(...mms) : null;
    const { limitMm, limitFrom } = places[0]!.spec;
    const rule = rules.minPadMm;
    const shown = (mm: number): string => `${mm.toFixed(1)} mm`;
    const padReasons: WorkItem['reasons'] = [];
    if (least !== null && least < limitMm)
      padReasons.push({
        text: `${shown(least)} left, limit ${shown(limitMm)} (${limitFrom.toLowerCase()}).`,
        from: null,
      });
    if (least !== null && rule && least < rule.value)
      padReasons.push({ text: `${shown(least)} left, ${shown(rule.value)} asked for.`, from: rule.from });
    for (const p of places)
      for (const r of p.reasons)
        if (r.verdict === 'stop' && p.padJudgement?.reasons.includes(r) && !r.text.includes('limit'))
          padReasons.push({ text: r.text, from: null });
    const parts = axleParts(logbook, car, axle);
    const now = parts.padSet;
    if (now?.use === 'road' && trackSetOf(c, axle))
      padReasons.push({ text: `Road set ${now.label} is on the car.`, from: null });
    if (padReasons.length > 0) {
      const wantMm = Math.max(limitMm, rule?.value ?? 0);
      const found = partsFor(logbook, booking, car, axle, 'padSet', wantMm, today)[0];
      const name = `Pads ${axle}, ${now?.compound ?? 'compound not on record'}`;
      const need: PartNeed = found
        ? shelfNeed(
            'padSet',
            found,
            `Set ${found.label}, ${padSetMm(logbook, found as PadSet).toFixed(1)} mm, on the shelf`,
            today,
          )
        : toBuy(logbook, booking, 'padSet', now?.id ?? null, name, 1, today);
      drafts.push({ key: `pads.${axle}`, reasons: padReasons, parts: [need] });
    } else if (least !== null && now) {
      const percent = (100 * least) / now.newThicknessMm;
      if (percent < logbook.shop.padTrackStartPercent)
        drafts.push({
          key: `spare.${axle}`,
          reasons: [
            {
              text: `${shown(least)} is ${Math.round(percent)} % of new: take a spare set along.`,
              from: { owner: 'shop', name: 'the shop' },
            },
          ],
          parts: [spareNeed(c, axle, now, limitMm)],
        });
    }
    const rotorReasons = places.flatMap((p) => (p.rotorJudgement?.reasons ?? []).filter((r) => r.verdict === 'stop'));
    if (rotorReasons.length > 0) {
      const found = partsFor(logbook, booking, car, axle, 'rotorPair', 0, today)[0];
      const need: PartNeed = found
        ? shelfNeed('rotorPair', found, `Pair ${found.label}, on the shelf`, today)
        : toBuy(logbook, booking, 'rotorPair', parts.rotorPair?.id ?? null, `Rotors ${axle}`, 1, today);
      drafts.push({
        key: `rotors.${axle}`,
        reasons: rotorReasons.map((r) => ({ text: r.text, from: null })),
        parts: [need],
      });
    }
  }
  return drafts;
}

const trackSetOf = (c: Context, axle: Axle): PadSet | undefined =>
  [...c.logbook.padSets.values()].find(
    (p) => !p.archived && p.carId === c.car.id && p.axle === axle && p.use === 'track',
  );

function spareNeed(c: Context, axle: Axle, now: PadSet, limitMm: number): PartNeed {
  const spare = partsFor(c.logbook, c.booking, c.car, axle, 'padSet', limitMm, c.today)[0];
  return spare
    ? shelfNeed('padSet', spare, `Set ${spare.label}, on the shelf`, c.today)
    : toBuy(c.logbook, c.booking, 'padSet', now.id, `Pads ${axle}, ${now.compound}`, 1, c.today);
}

/** Whether what is on an axle has been bedded: somebody did it since it was fitted, or it has run an event. */
function isBedded(c: Context, axle: Axle): boolean {
  const { padsSince, rotorsSince } = axleParts(c.logbook, c.car, axle);
  const since = [padsSince?.at, rotorsSince?.at]
    .filter((at): at is string => at !== undefined)
    .sort()
    .at(-1);
  if (since === undefined) return true;
  const done = doneOf(c.facts, 'bedding').some((d) => d.fact.at > since && d.keys.includes(`bedding.${axle}`));
  return done || (c.previous !== null && c.previous >= dateIn(since, c.logbook.shop.timeZone) && c.previous < c.today);
}

export function beddingDrafts(c: Context, drafts: readonly Draft[]): Draft[] {
  const { logbook, booking, car, event, today } = c;
  const rules = rulesInForce(logbook, car, event);
  const found: Draft[] = [];
  for (const axle of axles) {
    const isNew = drafts.some((d) => d.key === `pads.${axle}` || d.key === `rotors.${axle}`);
    if (!isNew && isBedded(c, axle)) continue;
    const asked = rules.beddedPartsOnly;
    const why = isNew ? 'New parts go on.' : 'What is on has not been bedded yet.';
    const reasons = [{ text: asked ? `${why} Bedded parts only.` : why, from: asked?.from ?? null }];
    if (booking.beddingPlace === 'machine' && isNew)
      found.push({
        key: `sendBedding.${axle}`,
        reasons: [
          { text: `${reasons[0]!.text} Away for ${logbook.shop.machineBeddingDays} days.`, from: reasons[0]!.from },
        ],
        earliest: drafts
          .flatMap((d) => (d.key.endsWith(axle) ? (d.parts ?? []) : []))
          .reduce((day, p) => (p.on > day ? p.on : day), today),
      });
    else if (booking.beddingPlace === 'event')
      found.push({ key: `bedding.${axle}`, reasons, earliest: event.startDate, latest: event.startDate });
    else found.push({ key: `bedding.${axle}`, reasons });
  }
  return found;
}
