import Sqlite from 'better-sqlite3';
import { v7 as uuidv7 } from 'uuid';
import { type Collection, type Fact, bleedSequence, plusDays } from '@calvik/core';
import { demoData } from '../server/src/demo/load';
import { chance } from '../server/src/instruments/chance';
import { Database } from '../server/src/database/database';

export const CARS = 200;
export const YEARS = 10;

/**
 * Fills a new database with a large shop: the demo shop's people, venues and fluids, 200 cars, and ten years in which each is
 * flushed three times a year, tested eight times and dipped twice. Three coming events with forty cars each.
 */
export async function generate(file: string, now: string): Promise<{ rows: number }> {
  await (await Database.open(file)).close();
  const { records } = demoData(now);
  const dice = chance('a large shop');
  const today = now.slice(0, 10);
  const db = new Sqlite(file);
  const insert = db.prepare('insert into item (id, collection, version, seq, car_id, body) values (?, ?, 1, ?, ?, ?)');
  let seq = 0;
  const insertRow = (collection: Collection | 'facts', body: { id: string } & Record<string, unknown>): void => {
    seq += 1;
    const stored = collection === 'facts' ? body : { ...body, version: 1 };
    insert.run(body.id, collection, seq, typeof body.carId === 'string' ? body.carId : null, JSON.stringify(stored));
  };
  const newId = (date: string): string =>
    uuidv7({
      msecs: Date.parse(date),
      random: Uint8Array.from({ length: 16 }, () => Math.floor(dice.uniform() * 256)),
    });
  const of = <C extends Collection>(c: C) => records.filter((r) => r.collection === c).map((r) => r.body);

  db.transaction(() => {
    for (const c of ['shops', 'crew', 'customers', 'venues', 'fluids', 'events'] as const)
      of(c).forEach((b) => insertRow(c, b));
    const coming = of('events').filter((e) => 'startDate' in e && e.startDate >= today);
    const fluidId = of('fluids')[0]!.id;
    const crew = of('crew').map((c) => c.id);
    const patterns = records.flatMap((r) => (r.collection === 'cars' ? [r.body] : []));
    for (let n = 0; n < CARS; n++) {
      const car = { ...patterns[n % patterns.length]!, id: newId(plusDays(today, -YEARS * 365)), name: `Car ${n + 1}` };
      insertRow('cars', car);
      if (n < 120)
        insertRow('bookings', {
          id: newId(today),
          version: 0,
          archived: false,
          eventId: coming[n % coming.length]!.id,
          carId: car.id,
          notes: '',
        });
      const fact = (daysAgo: number): Pick<Fact, 'id' | 'at' | 'recordedAt' | 'by'> => {
        const at = `${plusDays(today, -daysAgo)}T10:00:00.000Z`;
        return { id: newId(at), at, recordedAt: at, by: crew[n % crew.length]! };
      };
      for (let year = YEARS; year > 0; year--) {
        for (let i = 0; i < 3; i++) {
          const day = year * 365 - i * 120;
          const bottleId = newId(plusDays(today, -day - 5));
          insertRow('bottles', {
            id: bottleId,
            version: 0,
            archived: true,
            label: `L-${n}-${year}-${i}`,
            fluidId,
            sizeMl: 1000,
            batch: '',
            receivedOn: plusDays(today, -day - 5),
          });
          insertRow('facts', {
            ...fact(day),
            kind: 'fluidExchange',
            carId: car.id,
            scope: 'full',
            reservoirRefillMl: 150,
            reservoirBottleId: bottleId,
            corners: bleedSequence(car).map((s) => ({
              ...s,
              bottleId,
              volumeMl: 100,
              clean: true,
              bubbleFree: true,
              nippleShut: true,
            })),
            pedalBefore: 'firm',
            pedalAfter: 'firm',
          });
        }
        for (let i = 0; i < 8; i++)
          insertRow('facts', {
            ...fact(year * 365 - 20 - i * 40),
            kind: 'boilingTest',
            carId: car.id,
            readingC: Math.round(318 - (i % 3) * 14 - dice.uniform() * 8),
            ambientKpa: 97.3,
            ambientFrom: 'altitude',
            instrument: 'byHand',
          });
        for (let i = 0; i < 2; i++)
          insertRow('facts', {
            ...fact(year * 365 - 60 - i * 160),
            kind: 'moistureReading',
            carId: car.id,
            waterPercent: Math.round(dice.uniform() * 20) / 10,
            instrument: 'byHand',
          });
      }
    }
    db.prepare(`update feed set seq = ? where name = 'items'`).run(seq);
  })();
  db.close();
  return { rows: seq };
}
