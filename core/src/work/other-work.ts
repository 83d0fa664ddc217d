import { dateIn, longDate, plusDays } from '../calendar';
import { axleOfCorner, axleParts } from '../inventory';
import { kindOf } from '../jobs';
import { brakeSheetOf } from '../service';
import { type PartNeed, onShelf, toBuy } from '../inventory';
import { type ChecksDone, axles } from '../model';
import { rulesInForce } from './rules';
import { type Context, type Draft, noRule } from './types';
import { kinds } from './kinds';
import { hasDuctsOn } from './ducts';

export function otherDrafts(c: Context, drafts: readonly Draft[]): Draft[] {
  const { logbook, booking, car, event } = c;
  const rules = rulesInForce(logbook, car, event);
  const sheet = brakeSheetOf(logbook, car);
  const isOn = hasDuctsOn(c);
  const found: Draft[] = [];
  const ducts = rules.ductsAtEvent;
  if (ducts?.value === 'fitted' && !isOn)
    found.push({ key: 'ducts', reasons: [{ text: 'Ducts wanted on the car.', from: ducts.from }] });
  if (ducts?.value === 'removed' && isOn)
    found.push({
      key: 'ductsOff.before',
      title: 'Ducts off before the event',
      reasons: [{ text: 'No ducts allowed.', from: ducts.from }],
    });
  // A hose with a fault that nobody has changed or waved through.
  const looks = c.facts.findLast(
    (f): f is ChecksDone => f.kind === 'checksDone' && f.items.some((i) => i.check === 'hoses'),
  );
  for (const item of looks?.items ?? []) {
    if (item.check !== 'hoses' || item.result !== 'fault' || item.corner === null) continue;
    const key = `hoses.${item.corner}`;
    if (c.facts.some((f) => f.kind === 'wearPartUsed' && f.at > looks!.at)) continue;
    const part = [...logbook.wearParts.values()].find(
      (w) =>
        !w.archived &&
        w.kind === 'hose' &&
        (w.carId === car.id || w.carId === null) &&
        (w.axle === null || w.axle === axleOfCorner(item.corner!)),
    );
    found.push({
      key,
      reasons: noRule(
        `Fault found on ${longDate(dateIn(looks!.at, logbook.shop.timeZone))}${item.remark ? `: ${item.remark}` : ''}.`,
      ),
      parts: [wearPartNeed(c, part?.id ?? null, part?.name ?? 'Brake hose')],
    });
  }
  if (rules.inspection)
    found.push({
      key: 'inspection',
      reasons: [{ text: `${rules.inspection.items.length} lines to sign.`, from: rules.inspection.from[0] ?? null }],
    });
  const wheelsOff = drafts.some((d) => kinds[kindOf(d.key)].wheelsOff);
  if (rules.reTorqueAtEvent && (wheelsOff || rules.reTorqueAtEvent.from.owner !== 'shop'))
    found.push({
      key: 'reTorque',
      reasons: [{ text: 'Wheels were off: nuts and caliper bolts again.', from: rules.reTorqueAtEvent.from }],
      earliest: event.startDate,
      latest: event.startDate,
    });
  const after = { earliest: plusDays(event.endDate, 1), latest: plusDays(event.endDate, logbook.shop.afterEventDays) };
  if ((sheet.hasDucts && isOn && ducts?.value !== 'removed') || found.some((d) => d.key === 'ducts'))
    found.push({ key: 'ductsOff', reasons: noRule('The car goes back on the road.'), ...after });
  const roadSets = axles.filter((axle) =>
    [...logbook.padSets.values()].some((p) => !p.archived && p.carId === car.id && p.axle === axle && p.use === 'road'),
  );
  for (const axle of roadSets) {
    const set = [...logbook.padSets.values()].find(
      (p) => !p.archived && p.carId === car.id && p.axle === axle && p.use === 'road',
    )!;
    if (axleParts(logbook, car, axle).padSet?.id === set.id) continue;
    found.push({ key: `roadPads.${axle}`, reasons: noRule(`Road set ${set.label} is on the shelf.`), ...after });
  }
  // What a person added.
  for (const change of booking.workChanges)
    if (change.change === 'add')
      found.push({
        key: change.item,
        title: change.title,
        reasons: noRule(change.reason),
        minutes: change.durationMin,
        wheelsOff: change.wheelsOff,
        ...(change.earliest ? { earliest: change.earliest } : {}),
        ...(change.latest ? { latest: change.latest, target: change.latest } : {}),
      });
  return found;
}

function wearPartNeed(c: Context, id: string | null, name: string): PartNeed {
  const shelf = id === null ? 0 : onShelf(c.logbook, id);
  return shelf > 0
    ? {
        goods: 'wearPart',
        name,
        source: 'shelf',
        partId: id,
        likeId: id,
        count: 1,
        on: c.today,
        text: `${name}: ${shelf} on the shelf`,
      }
    : toBuy(c.logbook, c.booking, 'wearPart', id, name, 1, c.today);
}
