import { gzipSync } from 'node:zlib';
import { v7 as uuidv7 } from 'uuid';
import {
  type Car,
  type Collection,
  type CrewMember,
  type Fact,
  type Instant,
  type Records,
  type TrackEvent,
  atPressure,
  boilingPointAt,
  buildLogbook,
  collections,
  dateIn,
  instantAt,
  limitsOf,
  nippleVolumesMl,
  nothingKnown,
  bleedSequence,
  plusDays,
  pressureAtAltitude,
  recordDefaults,
  suckableMl,
  weekdayOf,
} from '@calvik/core';
import { chance } from '../instruments/chance';
import { truthOfCar } from '../instruments/truth';
import type { Database, Entry } from '../database/database';
import { FACTS } from '../database/entities';
import { demoProcedures, demoRun } from './bedding';
import { type DemoFile, compoundRecord, demoCarHeat, demoCompounds, demoReadings, demoTrace } from './heat';
import type { AnyRecord } from './records';
import { demoHands, demoRuleSets, demoRunUp } from './run-up';
import { demoService } from './service';
import { demoOrders } from './orders';
import { demoQueue } from './queue';
import { demoTrackDay } from './track';
import {
  type DemoCar,
  type Past,
  demoCarDefaults,
  demoCars,
  demoCrew,
  demoCustomers,
  demoEvents,
  demoFluids,
  demoShop,
  demoVenues,
} from './shop';

export interface DemoData {
  records: AnyRecord[];
  facts: Fact[];
  files: DemoFile[];
}

/**
 * The demo shop's two years, counted back from `now`. The same moment gives the same data.
 * @param now the moment that "today" and all dates count from
 * @param timeZone where the shop stands
 */
export function demoData(now: Instant, timeZone = demoShop.timeZone): DemoData {
  const dice = chance('the demo shop');
  const today = dateIn(now, timeZone);
  // Whatever weekday the demo is opened on is the second of five working days: every day is worth looking at.
  const hours = demoShop.hours.map((_, day) => demoShop.hours[(day - weekdayOf(today) + 1 + 7) % 7]!);
  const shop = { ...demoShop, timeZone, hours };
  const { altitudeM } = shop;
  const ambientKpa = pressureAtAltitude(altitudeM);
  const at = (daysAgo: number, time = '10:00'): Instant => instantAt(plusDays(today, -daysAgo), time, timeZone);
  const newId = (moment: Instant): string =>
    uuidv7({
      msecs: Date.parse(moment),
      random: Uint8Array.from({ length: 16 }, () => Math.floor(dice.uniform() * 256)),
    });

  const records: AnyRecord[] = [{ collection: 'shops', body: shop }];
  const facts: Fact[] = [];
  const common = { version: 0, archived: false };
  const long = at(740);

  const keyed = <T extends { key: string }>(list: readonly T[]): Record<string, string> =>
    Object.fromEntries(list.map(({ key }) => [key, newId(long)]));
  const crew = keyed(demoCrew);
  const customers = keyed(demoCustomers);
  const venues = keyed(demoVenues);
  const fluids = keyed(demoFluids);
  const events = keyed(demoEvents);
  const crewIds = Object.values(crew);

  const handsOf = (key: string, member: CrewMember): CrewMember => {
    const hands = demoHands[key];
    if (!hands) return member;
    const { offInDays, ...rest } = hands;
    const daysOff = offInDays.map(([from, to, why]) => ({
      from: plusDays(today, from),
      to: plusDays(today, to),
      why,
      part: 'day' as const,
    }));
    return { ...member, ...rest, daysOff };
  };
  for (const { key, name, role } of demoCrew)
    records.push({
      collection: 'crew',
      body: handsOf(key, { ...common, ...recordDefaults.crew, id: crew[key]!, name, role }),
    });
  for (const c of demoCustomers) {
    records.push({
      collection: 'customers',
      body: {
        ...common,
        ...recordDefaults.customers,
        id: customers[c.key]!,
        name: c.name,
        phone: c.phone,
        email: '',
        notes: '',
        units: c.key === 'fenno' ? 'imperial' : 'metric',
        fluidPolicy: c.policy,
        demandedMarginC: c.margin,
        ...(c.key === 'cleo' ? { minPadMm: 7 } : {}),
        ...(c.key === 'jonas' ? { atTheirPlace: true, travelMin: 35 } : {}),
      },
    });
  }
  const files: DemoFile[] = [];
  for (const { key, ...venue } of demoVenues) {
    const driven = demoTrace(key, newId(long));
    if (driven) files.push(driven.file);
    records.push({
      collection: 'venues',
      body: {
        ...common,
        ...recordDefaults.venues,
        ...(driven ? { zones: driven.zones, trace: driven.trace } : {}),
        id: venues[key]!,
        ...venue,
      },
    });
  }
  const compounds: Record<string, string> = Object.fromEntries(
    Object.keys(demoCompounds).map((name) => [name, newId(long)]),
  );
  const procedures = demoProcedures(
    () => newId(long),
    (name) => compounds[name]!,
  );
  for (const body of procedures) records.push({ collection: 'procedures', body });
  for (const [name, id] of Object.entries(compounds))
    records.push({ collection: 'compounds', body: compoundRecord(name, id) });
  for (const f of demoFluids) {
    records.push({
      collection: 'fluids',
      body: {
        ...common,
        id: fluids[f.key]!,
        name: f.name,
        grade: f.grade,
        dryBoilingPointC: f.dry,
        wetBoilingPointC: f.wet,
        darkWhenNew: f.dark ?? false,
      },
    });
  }
  const rulesOf = (key: string): Partial<TrackEvent> => {
    if (!(key in demoRuleSets)) return {};
    const { name: _name, organiser: _organiser, ...rules } = demoRuleSets[key as keyof typeof demoRuleSets];
    return { ...rules, crewIds: key === 'next' ? [crew.ines!, crew.tove!] : [] };
  };
  for (const e of demoEvents) {
    records.push({
      collection: 'events',
      body: {
        ...common,
        ...recordDefaults.events,
        id: events[e.key]!,
        name: e.name,
        venueId: venues[e.venue]!,
        organiser: e.organiser,
        startDate: plusDays(today, e.inDays),
        endDate: plusDays(today, e.inDays + e.days - 1),
        flushWithinDays: e.window,
        demandedMarginC: e.margin,
        ...rulesOf(e.key),
        notes: '',
      },
    });
  }

  let bottleNumber = 0;
  const addBottle = (fluidKey: string, received: Instant, sizeMl: number, archived: boolean): string => {
    const bottleId = newId(received);
    bottleNumber += 1;
    records.push({
      collection: 'bottles',
      body: {
        ...common,
        archived,
        id: bottleId,
        label: `B-${String(bottleNumber).padStart(3, '0')}`,
        fluidId: fluids[fluidKey]!,
        sizeMl,
        batch: '',
        receivedOn: dateIn(received, timeZone),
      },
    });
    return bottleId;
  };

  const addCar = (entry: DemoCar): void => {
    const car: Car = {
      ...demoCarDefaults(entry.rightHandDrive ?? false),
      ...entry.spec,
      heat: demoCarHeat[entry.key] ?? nothingKnown,
      id: newId(long),
      customerId: customers[entry.owner]!,
    };
    records.push({ collection: 'cars', body: car });
    for (const event of entry.events) {
      records.push({
        collection: 'bookings',
        body: {
          ...common,
          ...recordDefaults.bookings,
          id: newId(at(300)),
          eventId: events[event]!,
          carId: car.id,
          notes: '',
        },
      });
    }
    const own: Fact[] = [];
    const add = (fact: Fact): void => {
      own.push(fact);
      facts.push(fact);
    };
    const base = (daysAgo: number, time?: string): Pick<Fact, 'id' | 'at' | 'recordedAt' | 'by'> => {
      const moment = at(daysAgo, time);
      return {
        id: newId(moment),
        at: moment,
        recordedAt: moment,
        by: crewIds[Math.floor(dice.uniform() * crewIds.length)]!,
      };
    };
    const reading = (moment: Instant): number => {
      const logbook = buildLogbook(
        {
          shops: [shop],
          bottles: records.flatMap((r) => (r.collection === 'bottles' ? [r.body] : [])),
          fluids: records.flatMap((r) => (r.collection === 'fluids' ? [r.body] : [])),
        },
        own,
      );
      const truth = truthOfCar(logbook, car, moment);
      return Math.round(atPressure(boilingPointAt(truth.waterPercent, truth.label), ambientKpa) + dice.normal(1.5));
    };
    const boiling = (daysAgo: number, readingC: number, more: object = {}, time?: string): Fact =>
      ({
        ...base(daysAgo, time),
        kind: 'boilingTest',
        carId: car.id,
        readingC,
        ambientKpa,
        ambientFrom: 'altitude',
        instrument: 'byHand',
        ...more,
      }) as Fact;

    const happen = (past: Past): void => {
      const [daysAgo, what] = past;
      if (what === 'boil') add(boiling(daysAgo, reading(at(daysAgo))));
      if (what === 'misread') {
        const wrong = boiling(daysAgo, past[2], { by: crew.tove! });
        add(wrong);
        add(
          boiling(
            daysAgo,
            reading(at(daysAgo)),
            {
              by: crew.ines!,
              replaces: wrong.id,
              because: 'Figures swapped when typing.',
              recordedAt: at(daysAgo, '10:20'),
            },
            '10:00',
          ),
        );
      }
      if (what === 'pen') {
        const percent = past[2] ?? 2.4;
        add({
          ...base(daysAgo, '11:00'),
          kind: 'moistureReading',
          carId: car.id,
          waterPercent: percent,
          instrument: 'byHand',
        });
      }
      if (what === 'flush' || what === 'bleed') {
        const full = what === 'flush';
        const bottleId = addBottle(past[2], at(daysAgo + 4), 1000, daysAgo > 45);
        const steps = bleedSequence(car);
        const refillMl = full ? suckableMl(car) : 0;
        const volumes = nippleVolumesMl(car, steps, full ? 'full' : 'heatAffected', refillMl);
        add({
          ...base(daysAgo, '14:00'),
          kind: 'fluidExchange',
          carId: car.id,
          scope: full ? 'full' : 'heatAffected',
          reservoirRefillMl: refillMl,
          reservoirBottleId: full ? bottleId : null,
          corners: steps.map((step, i) => ({
            ...step,
            bottleId,
            volumeMl: Math.round(volumes[i]! * (0.95 + 0.1 * dice.uniform())),
            clean: true,
            bubbleFree: true,
            nippleShut: true,
          })),
          pedalBefore: full ? 'acceptable' : 'firm',
          pedalAfter: 'firm',
        });
        if (daysAgo > 45)
          add({
            ...base(daysAgo - 1, '17:00'),
            kind: 'bottleLevel',
            bottleId,
            leftMl: 0,
            remark: 'Rest used for the buffer.',
          });
      }
    };
    entry.past.forEach(happen);
  };
  demoCars.forEach(addCar);

  // What stands on the shelf today: sealed ones, one just opened, one open for too long.
  const opened: [string, number, number][] = [
    ['r325', 6, 1000],
    ['r312', 96, 1000],
  ];
  for (const [fluid, daysAgo, size] of opened) {
    const bottleId = addBottle(fluid, at(daysAgo + 20), size, false);
    const moment = at(daysAgo, '09:00');
    facts.push({ id: newId(moment), at: moment, recordedAt: moment, by: crew.tove!, kind: 'bottleOpened', bottleId });
  }
  for (const fluid of ['r325', 'r325', 'r312', 'd51', 'd4', 's5', 'min']) addBottle(fluid, at(21), 1000, false);

  const carIdOf = (key: string): string => {
    const name = demoCars.find((c) => c.key === key)!.spec.name;
    const found = records.find((r) => r.collection === 'cars' && r.body.name === name)!;
    return found.body.id;
  };
  const plan = (
    carKey: string,
    event: string,
    crewKey: string,
    inDays: number,
    time: string,
    kind: 'flush' | 'boilingTest',
    durationMin: number,
  ): void => {
    records.push({
      collection: 'jobs',
      body: {
        ...common,
        ...recordDefaults.jobs,
        id: newId(at(1)),
        kind,
        carId: carIdOf(carKey),
        eventId: events[event]!,
        crewId: crew[crewKey]!,
        startAt: at(-inDays, time),
        durationMin,
        notes: '',
      },
    });
  };
  plan('b1', 'next', 'tove', 1, '08:30', 'flush', 75);
  plan('k1', 'next', 'bram', 2, '09:00', 'flush', 60);
  plan('m1', 'next', 'sanna', 0, '15:00', 'boilingTest', 15);
  const runUp = demoRunUp({ newId, at, crew });
  const service = demoService(
    {
      wrench: runUp.wrenches.find((w) => w.label === 'W-2')!,
      newId,
      at,
      crew,
      wobble: () => dice.uniform(),
      compound: (name) => compounds[name]!,
      car: (key) => records.flatMap((r) => (r.collection === 'cars' && r.body.id === carIdOf(key) ? [r.body] : []))[0]!,
    },
    events.next!,
  );
  for (const collection of ['lifts', 'suppliers', 'wearParts', 'wrenches'] as const)
    for (const body of runUp[collection]) records.push({ collection, body } as AnyRecord);
  facts.push(...runUp.facts);
  for (const [key, set] of Object.entries(demoRuleSets)) {
    const id = newId(long);
    records.push({ collection: 'ruleSets', body: { ...common, id, ...set } });
    for (const r of records)
      if (r.collection === 'events' && r.body.id === events[key as keyof typeof events]) r.body.ruleSetId = id;
  }
  for (const collection of ['rotorPairs', 'padSets', 'brakeSheets', 'jobs'] as const) {
    for (const body of service[collection]) records.push({ collection, body } as AnyRecord);
  }
  facts.push(...service.facts);
  const emptied = at(52, '16:30');
  facts.push({
    id: newId(emptied),
    at: emptied,
    recordedAt: emptied,
    by: crew.ines!,
    kind: 'wasteHandedOver',
    volumeMl: 18_000,
    to: 'Town depot',
    receipt: 'TD-2214',
  });
  const logbook = buildLogbook(
    Object.fromEntries(
      collections.map((c) => [c, records.flatMap((r) => (r.collection === c ? [r.body] : []))]),
    ) as Records,
    facts,
  );
  const dunvarrel = logbook.venues.get(venues.dunvarrel!)!;
  const velund = logbook.cars.get(carIdOf('v1'))!;
  const { facts: ofRun, file: ofDrive } = demoRun(logbook, logbook.cars.get(carIdOf('k1'))!, procedures[0]!, {
    newId,
    at: (time) => at(77, time),
    by: crew.sanna!,
  });
  facts.push(...ofRun);
  files.push(ofDrive);
  facts.push(...demoReadings(logbook, velund, dunvarrel, { newId, at: at(60, '14:40'), by: crew.tove! }));
  const day = demoTrackDay(logbook, {
    at: now,
    crew,
    carId: carIdOf,
    venueId: venues.pellmoor!,
    pastEventId: events.mid!,
  });
  records.push(...day.records);
  facts.push(...day.facts);
  const evening = demoQueue({ at: now, eventId: day.eventId, crew, carId: carIdOf });
  records.push(...evening.records);
  facts.push(...evening.facts);
  const ordered = demoOrders(logbook, { newId, at, crew });
  for (const body of ordered.orders) records.push({ collection: 'orders', body });
  facts.push(...ordered.facts);
  for (const fact of facts)
    if (fact.kind === 'carReleased') fact.limits = limitsOf(logbook, logbook.jobs.get(fact.jobId)!);
  return { records, facts, files };
}

/** Keeps the demo shop in an empty database. @returns how many facts and records */
export async function loadDemo(database: Database, now: Instant, timeZone?: string): Promise<number> {
  const { records, facts, files } = demoData(now, timeZone);
  for (const { id, type, text } of files) await database.savePhoto(id, type, gzipSync(text));
  const order: Collection[] = [
    'shops',
    'crew',
    'customers',
    'venues',
    'ruleSets',
    'lifts',
    'suppliers',
    'fluids',
    'bottles',
    'cars',
    'carKinds',
    'events',
    'bookings',
    'jobs',
    'compounds',
    'procedures',
    'rotorPairs',
    'padSets',
    'brakeSheets',
    'wearParts',
    'orders',
    'messages',
    'wrenches',
    'queueEntries',
  ];
  const sorted = [...records].sort((a, b) => order.indexOf(a.collection) - order.indexOf(b.collection));
  const lead = sorted.find(({ collection, body }) => collection === 'crew' && 'role' in body && body.role === 'lead');
  const missing = await database.insertAll(
    [...sorted, ...facts.map((body) => ({ collection: FACTS, body }))] as Entry[],
    { by: lead?.body.id ?? null, at: now },
  );
  if (missing.length > 0) throw new Error(`Demo data does not fit: ${JSON.stringify(missing)}`);
  return records.length + facts.length;
}
