import type { Href } from 'expo-router';
import { type Logbook, compoundName, dateSpan } from '@calvik/core';
import { routes } from '../routes';

export interface Found {
  id: string;
  kind: string;
  name: string;
  /** What tells it from another of its name. */
  about: string;
  to: Href;
}

const tight = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');

/** Everything that somebody may mean: cars, customers, events, labels, fluids, people; by any of their words, plates and phones with or without blanks. */
export function search(logbook: Logbook, query: string, most = 40): Found[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const digits = tight(query);
  const found: (Found & { rank: number })[] = [];
  const look = (f: Found, more: readonly string[], tights: readonly string[] = []): void => {
    const text = [f.name, f.about, ...more].join(' ').toLowerCase();
    const isAll = words.every((w) => text.includes(w));
    const isTight = digits.length > 2 && tights.some((t) => tight(t).includes(digits));
    if (isAll || isTight) found.push({ ...f, rank: f.name.toLowerCase().startsWith(words[0]!) ? 0 : 1 });
  };
  for (const car of logbook.cars.values()) {
    if (car.archived) continue;
    const owner = logbook.customers.get(car.customerId);
    const about = [car.plate, owner?.name, [car.make, car.model].filter(Boolean).join(' ')].filter(Boolean).join(', ');
    look(
      { id: car.id, kind: 'Car', name: car.name, about, to: routes.car(car.id) },
      [owner?.phone ?? ''],
      [car.plate, owner?.phone ?? ''],
    );
  }
  for (const c of logbook.customers.values())
    if (!c.archived)
      look(
        { id: c.id, kind: 'Customer', name: c.name, about: c.phone, to: routes.customer(c.id) },
        [c.email],
        [c.phone],
      );
  for (const e of logbook.events.values())
    if (!e.archived)
      look(
        {
          id: e.id,
          kind: 'Event',
          name: e.name,
          about: [dateSpan(e.startDate, e.endDate), logbook.venues.get(e.venueId)?.name].filter(Boolean).join(', '),
          to: routes.event(e.id),
        },
        [e.organiser, e.startDate],
      );
  for (const p of logbook.padSets.values())
    if (!p.archived)
      look(
        {
          id: p.id,
          kind: 'Pad set',
          name: p.label,
          about: [compoundName(logbook, p), p.axle, logbook.cars.get(p.carId ?? '')?.name].filter(Boolean).join(', '),
          to: routes.padSet(p.id),
        },
        [],
        [p.label],
      );
  for (const r of logbook.rotorPairs.values())
    if (!r.archived)
      look(
        {
          id: r.id,
          kind: 'Rotors',
          name: r.label,
          about: [r.axle, logbook.cars.get(r.carId ?? '')?.name].filter(Boolean).join(', '),
          to: routes.rotorPair(r.id),
        },
        [],
        [r.label],
      );
  for (const b of logbook.bottles.values())
    if (!b.archived)
      look(
        {
          id: b.id,
          kind: 'Bottle',
          name: b.label,
          about: logbook.fluids.get(b.fluidId)?.name ?? '',
          to: routes.bottle(b.id),
        },
        [b.batch],
        [b.label],
      );
  for (const v of logbook.venues.values())
    if (!v.archived) look({ id: v.id, kind: 'Venue', name: v.name, about: '', to: routes.venue(v.id) }, []);
  for (const m of logbook.crew.values())
    if (!m.archived) look({ id: m.id, kind: 'Crew', name: m.name, about: m.role, to: routes.crewMember(m.id) }, []);
  return found.sort((a, b) => a.rank - b.rank || a.name.localeCompare(b.name)).slice(0, most);
}
