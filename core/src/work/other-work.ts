import { brakeSheetOf } from '../logbook';
import { dateIn, plusDays } from '../calendar';
import { rulesInForce } from '../demand';
import { type PartNeed, axleParts, onShelf, toBuy } from '../inventory';
import { type ChecksDone, axleOfCorner, axles, kindOfWork, workKey } from '../model';
import { hasDuctsOn } from './ducts';
import { workFinding } from './findings';
import { kinds } from './kinds';
import { type Context, type WorkNeed, noRule } from './types';

export function otherNeeds(c: Context, needs: readonly WorkNeed[]): WorkNeed[] {
  const { logbook, booking, car, event } = c;
  const rules = rulesInForce(logbook, car, event);
  const sheet = brakeSheetOf(logbook, car);
  const isOn = hasDuctsOn(c);
  const found: WorkNeed[] = [];
  const ducts = rules.ductsAtEvent;
  if (ducts?.value === 'fitted' && !isOn) {
    const hose = [...logbook.wearParts.values()].find(
      (w) => !w.archived && w.kind === 'ductHose' && (w.carId === car.id || w.carId === null),
    );
    found.push({
      key: workKey('ducts'),
      reasons: [{ finding: workFinding('ductsWanted', 'needsWork', {}, {}), from: ducts.from }],
      // A car without ducts gets them out of parts, or not at all.
      ...(sheet.hasDucts ? {} : hose ? { parts: [wearPartNeed(c, hose.id, hose.name)] } : {}),
      blocked: sheet.hasDucts || hose ? undefined : workFinding('noDuctsOnRecord', 'needsWork', {}, {}),
    });
  }
  if (ducts?.value === 'removed' && isOn)
    found.push({
      key: workKey('ductsOffBefore'),
      reasons: [{ finding: workFinding('noDuctsAllowed', 'needsWork', {}, {}), from: ducts.from }],
    });
  // A hose with a fault that nobody has changed or waved through.
  const looks = c.facts.findLast(
    (f): f is ChecksDone => f.kind === 'checksDone' && f.items.some((i) => i.check === 'hoses'),
  );
  for (const item of looks?.items ?? []) {
    if (item.check !== 'hoses' || item.result !== 'fault' || item.corner === null) continue;
    const key = workKey('hoses', item.corner);
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
        workFinding(
          'faultFoundOn',
          'needsWork',
          { corner: item.corner },
          { check: item.check, on: dateIn(looks!.at, logbook.shop.timeZone), remark: item.remark },
        ),
      ),
      parts: [wearPartNeed(c, part?.id ?? null, part?.name ?? '')],
    });
  }
  if (rules.inspection)
    found.push({
      key: workKey('inspection'),
      reasons: [
        {
          finding: workFinding('linesToSign', 'needsWork', {}, { lines: rules.inspection.lines.length }),
          from: rules.inspection.from[0] ?? null,
        },
      ],
    });
  const wheelsOff = needs.some((n) => kinds[kindOfWork(n.key)].wheelsOff);
  if (rules.reTorqueAtEvent && (wheelsOff || rules.reTorqueAtEvent.from.owner !== 'shop'))
    found.push({
      key: workKey('reTorque'),
      reasons: [{ finding: workFinding('wheelsWereOff', 'needsWork', {}, {}), from: rules.reTorqueAtEvent.from }],
      earliest: event.startDate,
      latest: event.startDate,
    });
  const after = { earliest: plusDays(event.endDate, 1), latest: plusDays(event.endDate, logbook.shop.afterEventDays) };
  if ((sheet.hasDucts && isOn && ducts?.value !== 'removed') || found.some((n) => n.key === workKey('ducts')))
    found.push({
      key: workKey('ductsOff'),
      reasons: noRule(workFinding('backOnTheRoad', 'needsWork', {}, {})),
      ...after,
    });
  const roadSets = axles.filter((axle) =>
    [...logbook.padSets.values()].some((p) => !p.archived && p.carId === car.id && p.axle === axle && p.use === 'road'),
  );
  for (const axle of roadSets) {
    const set = [...logbook.padSets.values()].find(
      (p) => !p.archived && p.carId === car.id && p.axle === axle && p.use === 'road',
    )!;
    if (axleParts(logbook, car, axle).padSet?.id === set.id) continue;
    found.push({
      key: workKey('roadPads', axle),
      reasons: noRule(workFinding('roadSetOnShelf', 'needsWork', { axle }, { pads: set.label })),
      ...after,
    });
  }
  // What a person added.
  for (const change of booking.workChanges)
    if (change.change === 'add')
      found.push({
        key: change.item,
        ownTitle: change.title,
        reasons: noRule(workFinding('ownReason', 'needsWork', {}, { text: change.reason })),
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
        axle: null,
        source: 'shelf',
        partId: id,
        likeId: id,
        count: 1,
        stock: shelf,
        on: c.today,
        supplier: null,
      }
    : toBuy(c.logbook, c.booking, { goods: 'wearPart', likeId: id, name, axle: null }, c.today);
}
