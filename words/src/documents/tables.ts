/** Work and shopping lists as tables, for any program that reads CSV or JSON; metric throughout. */
import type { Logbook } from '@calvik/core';
import { dateIn, timeIn } from '@calvik/core/calendar';
import { carLabel } from '@calvik/core/logbook';
import type { ShoppingList, WorkItem } from '@calvik/core/run-up';
import { sayTo } from '../reader';
import { partText, reasonText, shoppingBasisText, shoppingLineName, workFindingText } from '../work';
import { workName } from '../work-names';

const stateWords: Record<WorkItem['state'], string> = {
  todo: 'to do',
  planned: 'planned',
  done: 'done',
  dropped: 'dropped',
};

/** A work list as a table, a row for each piece of work. */
export function workListRows(
  logbook: Logbook,
  lists: ReadonlyMap<string, WorkItem[]>,
): Record<string, string | number>[] {
  const { timeZone } = logbook.shop;
  const say = sayTo({ units: 'metric', timeZone });
  return [...lists].flatMap(([bookingId, items]) => {
    const booking = logbook.bookings.get(bookingId);
    const car = logbook.cars.get(booking?.carId ?? '');
    const event = logbook.events.get(booking?.eventId ?? '');
    return items.map((i) => ({
      event: event?.name ?? '',
      car: carLabel(logbook, car?.id ?? '') || '',
      work: workName(i.key, i.ownTitle),
      key: i.key,
      state: stateWords[i.state],
      earliest: i.earliest,
      latest: i.latest,
      minutes: i.duration.minutes,
      people: i.crewNeeded,
      lift: i.needsLift ? 'yes' : 'no',
      place: i.place,
      planned: i.job ? `${dateIn(i.job.startAt, timeZone)} ${timeIn(i.job.startAt, timeZone)}` : '',
      crew: i.job ? (logbook.crew.get(i.job.crewId)?.name ?? '') : '',
      parts: i.parts.map((p) => partText(p, say)).join('; '),
      fluidMl: i.fluid ? Math.round(i.fluid.ml) : '',
      reasons: i.reasons.map((r) => reasonText(r, say)).join(' '),
      impossible: i.impossible ? workFindingText(i.impossible, say) : '',
    }));
  });
}

/** Shopping lists as a table, a row for each line. */
export function shoppingRows(logbook: Logbook, lists: readonly ShoppingList[]): Record<string, string | number>[] {
  const say = sayTo({ units: 'metric', timeZone: logbook.shop.timeZone });
  return lists.flatMap(({ supplier, lines }) =>
    lines.map((l) => ({
      supplier: supplier?.name ?? 'nobody',
      goods: l.goods,
      name: shoppingLineName(l, say),
      count: l.count,
      neededOn: l.neededOn ?? '',
      orderBy: l.orderBy ?? '',
      late: l.isLate ? 'yes' : 'no',
      for: l.waiting
        .map((w) => logbook.cars.get(logbook.bookings.get(w.bookingId)?.carId ?? '')?.name ?? '')
        .filter(Boolean)
        .join('; '),
      why: shoppingBasisText(l.basis, l, say),
    })),
  );
}
