import type { Href } from 'expo-router';
import {
  type Collection,
  type Logbook,
  type RecordOf,
  carLabel,
  compoundName,
  dateSpan,
  lettersAndDigits,
} from '@calvik/core';
import { queueName } from '@calvik/core/queue';
import { routes } from '../../routes';

export interface Found {
  id: string;
  kind: string;
  name: string;
  /** What tells it from another of its name. */
  about: string;
  to: Href;
}

/** What of a record is looked through, and where it is opened. */
interface Looked {
  name: string;
  about?: readonly (string | null | undefined)[];
  /** Looked through, not shown. */
  more?: readonly string[];
  /** Plates, phones and labels: found with or without their blanks. */
  tight?: readonly string[];
  to: Href;
}
type Searched = Extract<
  Collection,
  | 'cars'
  | 'customers'
  | 'events'
  | 'padSets'
  | 'rotorPairs'
  | 'bottles'
  | 'fluids'
  | 'compounds'
  | 'wearParts'
  | 'suppliers'
  | 'venues'
  | 'crew'
  | 'queueEntries'
>;

const looks: { [C in Searched]: { kind: string; of: (record: RecordOf<C>, logbook: Logbook) => Looked } } = {
  cars: {
    kind: 'Car',
    of: (car, { customers }) => {
      const owner = customers.get(car.customerId);
      const about = [car.plate, owner?.name, [car.make, car.model].filter(Boolean).join(' ')];
      return { name: car.name, about, tight: [car.plate, owner?.phone ?? ''], to: routes.car(car.id) };
    },
  },
  customers: {
    kind: 'Customer',
    of: (c) => ({ name: c.name, about: [c.phone], more: [c.email], tight: [c.phone], to: routes.customer(c.id) }),
  },
  events: {
    kind: 'Event',
    of: (e, { venues }) => ({
      name: e.name,
      about: [dateSpan(e.startDate, e.endDate), venues.get(e.venueId)?.name],
      more: [e.organiser, e.startDate],
      to: routes.event(e.id),
    }),
  },
  padSets: {
    kind: 'Pad set',
    of: (p, logbook) => ({
      name: p.label,
      about: [compoundName(logbook, p), p.axle, carLabel(logbook, p.carId ?? '')],
      tight: [p.label],
      to: routes.padSet(p.id),
    }),
  },
  rotorPairs: {
    kind: 'Rotors',
    of: (r, logbook) => ({
      name: r.label,
      about: [r.axle, carLabel(logbook, r.carId ?? '')],
      tight: [r.label],
      to: routes.rotorPair(r.id),
    }),
  },
  bottles: {
    kind: 'Bottle',
    of: (b, { fluids }) => ({
      name: b.label,
      about: [fluids.get(b.fluidId)?.name],
      more: [b.batch],
      tight: [b.label],
      to: routes.bottle(b.id),
    }),
  },
  fluids: { kind: 'Fluid', of: (f) => ({ name: f.name, about: [f.grade], to: routes.fluidOnRecord(f.id) }) },
  compounds: { kind: 'Compound', of: (c) => ({ name: c.name, to: routes.compound(c.id) }) },
  wearParts: { kind: 'Part', of: (p) => ({ name: p.name, to: routes.wearPart(p.id) }) },
  suppliers: { kind: 'Supplier', of: (s) => ({ name: s.name, to: routes.supplier(s.id) }) },
  venues: { kind: 'Venue', of: (v) => ({ name: v.name, to: routes.venue(v.id) }) },
  queueEntries: {
    kind: 'In the queue',
    of: (q, logbook) => ({
      name: queueName(logbook, q),
      about: [q.walkIn?.driver, logbook.events.get(q.eventId)?.name],
      tight: [q.walkIn?.phone ?? '', q.walkIn?.car ?? ''],
      to: routes.queueEntry(q.eventId, q.id),
    }),
  },
  crew: { kind: 'Crew', of: (m) => ({ name: m.name, about: [m.role], to: routes.crewMember(m.id) }) },
};

/** Everything that somebody may mean, by any of its words; plates, phones and labels with or without blanks. */
export function search(logbook: Logbook, query: string, most = 40): Found[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const wanted = lettersAndDigits(query);
  const found: (Found & { rank: number })[] = [];
  const lookThrough = <C extends Searched>(collection: C): void => {
    const { kind, of } = looks[collection];
    for (const record of (logbook[collection] as ReadonlyMap<string, RecordOf<C>>).values()) {
      if (record.archived) continue;
      const { name, about = [], more = [], tight = [], to } = of(record, logbook);
      const told = about.filter(Boolean).join(', ');
      const text = [name, told, ...more].join(' ').toLowerCase();
      const isTight = wanted.length > 2 && tight.some((t) => lettersAndDigits(t).includes(wanted));
      if (!isTight && !words.every((w) => text.includes(w))) continue;
      found.push({
        id: record.id,
        kind,
        name,
        about: told,
        to,
        rank: name.toLowerCase().startsWith(words[0]!) ? 0 : 1,
      });
    }
  };
  for (const collection of Object.keys(looks) as Searched[]) lookThrough(collection);
  return found.sort((a, b) => a.rank - b.rank || a.name.localeCompare(b.name)).slice(0, most);
}
