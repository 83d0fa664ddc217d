import fc from 'fast-check';
import { layerOnAxle } from '../../src/bedding';
import {
  type AsItCameEntry,
  type AxleAsItCame,
  asItCame,
  axleParts,
  compoundName,
  foundAgain,
  padsAt,
  rotorAt,
} from '../../src/inventory';
import { type Collection, type Fact, axles, cornersOf } from '../../src/model';
import { factSchema, recordSchemas } from '../../src/model/schemas';
import { CREW, book, compoundNamed, makeCar, newId } from '../builders/book';
import { at, logbookOf, makePadSet, makeRotorPair, pads, rotor, car as serviced } from '../builders/service-book';

const car = makeCar();
const NOW = '2026-05-04T07:00:00.000Z';
const writer = { by: CREW, now: NOW, newId };
const nothing: AxleAsItCame = { pads: null, rotors: null, isBedded: null };

const mm = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((tenths) => tenths / 10);
const known: fc.Arbitrary<AxleAsItCame> = fc.record({
  pads: fc.option(
    fc.record({
      compound: fc.constantFrom('Kerren R2', 'kerren  r2', ' KERREN R2 ', 'Ostra 9', 'ostra 9', 'Vell'),
      use: fc.constantFrom('track' as const, 'road' as const),
      newMm: mm(8, 20),
      nowMm: fc.option(mm(1, 20)),
    }),
  ),
  rotors: fc.option(fc.record({ newMm: mm(24, 36), discardMm: mm(18, 23), nowMm: fc.option(mm(15, 36)) })),
  isBedded: fc.option(fc.boolean()),
});

/** The book after everything was saved, as the server would have it. */
function saved(entries: AsItCameEntry[], before: Parameters<typeof book>[0] = {}) {
  const of = <C extends AsItCameEntry['collection']>(c: C) =>
    entries.filter((e) => e.collection === c).map((e) => e.body as Extract<AsItCameEntry, { collection: C }>['body']);
  return book(
    {
      cars: [car],
      ...before,
      compounds: [compoundNamed('Kerren R2'), ...of('compounds')],
      padSets: [...(before.padSets ?? []), ...of('padSets')],
      rotorPairs: of('rotorPairs'),
      jobs: of('jobs'),
    },
    of('facts') as Fact[],
  );
}

describe('asItCame', () => {
  const empty = book({ cars: [car], compounds: [compoundNamed('Kerren R2')] }, []);

  it('writes nothing where nothing is known', () => {
    expect(asItCame(empty, car, { front: nothing, rear: nothing }, writer)).toEqual([]);
    expect(asItCame(empty, car, { front: { ...nothing, isBedded: true }, rear: nothing }, writer)).toEqual([]);
  });

  it('makes records and facts that can be saved, parts before what was seen of them, each with an id of its own', () => {
    fc.assert(
      fc.property(known, known, (front, rear) => {
        const entries = asItCame(empty, car, { front, rear }, writer);
        for (const { collection, body } of entries) {
          const schema = collection === 'facts' ? factSchema : recordSchemas[collection as Collection];
          expect(schema.safeParse(body)).toMatchObject({ success: true });
        }
        expect(new Set(entries.map((e) => e.body.id)).size).toBe(entries.length);
        const order = entries.map((e) => (e.collection === 'facts' ? 2 : e.collection === 'jobs' ? 1 : 0));
        expect(order).toEqual([...order].sort((a, b) => a - b));
        const labels = entries.flatMap((e) =>
          e.collection === 'padSets' || e.collection === 'rotorPairs' ? [e.body.label] : [],
        );
        expect(new Set(labels).size).toBe(labels.length);
      }),
    );
  });

  it('is read back as it was said: parts on their axles, thicknesses at their corners', () => {
    fc.assert(
      fc.property(known, known, (front, rear) => {
        const said = { front, rear };
        const entries = asItCame(empty, car, said, writer);
        const logbook = saved(entries);
        for (const axle of axles) {
          const { pads, rotors } = said[axle];
          const { padSet, rotorPair } = axleParts(logbook, car, axle);
          expect(padSet?.newThicknessMm).toBe(pads?.newMm);
          expect(rotorPair?.newThicknessMm).toBe(rotors?.newMm);
          expect(rotorPair?.discardThicknessMm).toBe(rotors?.discardMm);
          if (padSet && pads)
            expect(compoundName(logbook, padSet).toLowerCase()).toBe(
              pads.compound.trim().toLowerCase().replace(/\s+/g, ' '),
            );
          for (const corner of cornersOf(axle)) {
            expect(padsAt(logbook, car, corner)?.inner.thicknessMm).toBe(pads?.nowMm ?? undefined);
            expect(rotorAt(logbook, car, corner)?.thicknessesMm[0]).toBe(rotors?.nowMm ?? undefined);
          }
        }
        // A compound of one name stands once, however often and in whatever spelling it was typed.
        const made = entries.flatMap((e) => (e.collection === 'compounds' ? [e.body.name.toLowerCase()] : []));
        expect(new Set(made).size).toBe(made.length);
        expect(made).not.toContain('kerren r2');
      }),
    );
  });

  it('takes parts as bedded only where somebody says so, and vouches for no face', () => {
    fc.assert(
      fc.property(known, (front) => {
        const logbook = saved(asItCame(empty, car, { front, rear: nothing }, writer));
        if (front.pads || front.rotors)
          expect(layerOnAxle(logbook, car, 'front', '2026-05-04').state).toBe(
            // Where nobody says anything it has run elsewhere, and its first look is asked for when it matters.
            front.isBedded === null ? 'unknown' : front.isBedded ? 'bedded' : 'green',
          );
        for (const corner of cornersOf('front')) {
          expect(padsAt(logbook, car, corner)?.inner.isSeen ?? false).toBe(false);
          expect(rotorAt(logbook, car, corner)?.isSeen ?? false).toBe(false);
        }
      }),
    );
  });

  it('makes nothing twice: what was saved and is opened again has nothing to save, and its readings stay with their parts', () => {
    fc.assert(
      fc.property(known, known, (front, rear) => {
        const first = saved(asItCame(empty, car, { front, rear }, writer));
        const again = (axle: AxleAsItCame): AxleAsItCame => ({
          // As the form shows it: pads that are on record by their compound's own name, nothing of what was read.
          pads: axle.pads && { ...axle.pads, compound: axle.pads.compound.toUpperCase(), nowMm: null },
          rotors: axle.rotors && { ...axle.rotors, nowMm: null },
          isBedded: null,
        });
        expect(asItCame(first, car, { front: again(front), rear: again(rear) }, writer)).toEqual([]);
      }),
    );
  });

  const onRecord = {
    padSet: makePadSet({ label: 'P-004', compoundId: compoundNamed('Kerren R2').id, use: 'track', newThicknessMm: 12 }),
    rotorPair: makeRotorPair({ label: 'R-002', newThicknessMm: 32, discardThicknessMm: 30.4 }),
  };
  const seenBefore = logbookOf(
    [
      {
        ...at(),
        kind: 'partsFitted',
        axle: 'front',
        padSetId: onRecord.padSet.id,
        rotorPairId: onRecord.rotorPair.id,
        changed: 'both',
      },
      pads('FL', 4, { padSetId: onRecord.padSet.id }),
      rotor('FL', 31.5, { rotorPairId: onRecord.rotorPair.id }),
    ],
    { padSets: [onRecord.padSet], rotorPairs: [onRecord.rotorPair] },
  );
  const asOnRecord: AxleAsItCame = {
    pads: { compound: 'kerren r2', use: 'track', newMm: 12, nowMm: null },
    rotors: { newMm: 32, discardMm: 30.4, nowMm: null },
    isBedded: null,
  };
  const later = { by: CREW, now: '2026-06-01T07:00:00.000Z', newId };
  const came = (over: Partial<AxleAsItCame>) =>
    asItCame(seenBefore, serviced, { front: { ...asOnRecord, ...over }, rear: nothing }, later);

  it('puts a reading on the parts that are on record, and fits nothing', () => {
    const entries = came({ pads: { ...asOnRecord.pads!, nowMm: 3.6 } });
    expect(entries.map((e) => (e.collection === 'facts' ? e.body.kind : e.collection))).toEqual([
      'jobs',
      'padMeasurement',
      'padMeasurement',
    ]);
    expect(entries[1]!.body).toMatchObject({ padSetId: onRecord.padSet.id, inner: { thicknessMm: 3.6 } });
  });

  it.each([
    ['another compound', { pads: { ...asOnRecord.pads!, compound: 'Vell' } }, 'pads'],
    ['road pads for track pads', { pads: { ...asOnRecord.pads!, use: 'road' as const } }, 'pads'],
    ['thicker pads', { pads: { ...asOnRecord.pads!, newMm: 14 } }, 'pads'],
    ['other rotors', { rotors: { ...asOnRecord.rotors!, newMm: 34 } }, 'rotors'],
    ['rotors that may wear less', { rotors: { ...asOnRecord.rotors!, discardMm: 31 } }, 'rotors'],
    ['all of it', { pads: { ...asOnRecord.pads!, newMm: 14 }, rotors: { ...asOnRecord.rotors!, newMm: 34 } }, 'both'],
  ] as const)('takes %s as changed: what was read of the parts before is not theirs', (_, over, changed) => {
    const entries = came(over);
    const fitting = entries.flatMap((e) =>
      e.collection === 'facts' && e.body.kind === 'partsFitted' ? [e.body] : [],
    )[0]!;
    expect(fitting).toMatchObject({ changed });
    expect(fitting.padSetId === onRecord.padSet.id).toBe(changed === 'rotors');
    expect(fitting.rotorPairId === onRecord.rotorPair.id).toBe(changed === 'pads');
    const of = <C extends AsItCameEntry['collection']>(c: C) =>
      entries.filter((e) => e.collection === c).map((e) => e.body as Extract<AsItCameEntry, { collection: C }>['body']);
    const logbook = logbookOf([...seenBefore.factsOfCar(serviced.id), ...(of('facts') as Fact[])], {
      padSets: [onRecord.padSet, ...of('padSets')],
      rotorPairs: [onRecord.rotorPair, ...of('rotorPairs')],
    });
    expect(padsAt(logbook, serviced, 'FL')?.inner.thicknessMm).toBe(changed === 'rotors' ? 4 : undefined);
    expect(rotorAt(logbook, serviced, 'FL')?.thicknessesMm[0]).toBe(changed === 'pads' ? 31.5 : undefined);
    // Nobody vouches for a layer between parts that met somewhere else.
    expect(layerOnAxle(logbook, serviced, 'front', '2026-06-01').state).not.toBe('bedded');
  });

  it('finds rotors again that are judged by their weight and have no discard thickness', () => {
    const ceramic = makeRotorPair({ material: 'carbonCeramic', discardThicknessMm: null, minMassKg: 5 });
    const fitting = { ...at(), kind: 'partsFitted', axle: 'front', padSetId: null, rotorPairId: ceramic.id } as const;
    const logbook = logbookOf([{ ...fitting, changed: 'rotors' }], { rotorPairs: [ceramic] });
    const rotors = { newMm: ceramic.newThicknessMm, discardMm: null, nowMm: null };
    expect(foundAgain(logbook, serviced, 'front', { ...nothing, rotors }).rotorPair).toBe(ceramic);
    expect(
      foundAgain(logbook, serviced, 'front', { ...nothing, rotors: { ...rotors, discardMm: 30 } }).rotorPair,
    ).toBeNull();
  });

  it('goes on with the labels of the shop', () => {
    const before = { padSets: [makePadSet({ label: 'P-041' }), makePadSet({ label: 'the old ones' })] };
    const pads = { compound: 'Kerren R2', use: 'track' as const, newMm: 12, nowMm: null };
    const both = { ...nothing, pads };
    const entries = asItCame(book({ cars: [car], ...before }, []), car, { front: both, rear: both }, writer);
    expect(entries.flatMap((e) => (e.collection === 'padSets' ? [e.body.label] : []))).toEqual(['P-042', 'P-043']);
  });

  it('says of a drum that it has linings', () => {
    const drums = makeCar({ rear: { ...car.rear, brake: 'drum' } });
    const pads = { compound: 'Kerren R2', use: 'road' as const, newMm: 5.5, nowMm: 4 };
    const rear = asItCame(empty, drums, { front: nothing, rear: { ...nothing, pads } }, writer);
    expect(rear.find((e) => e.collection === 'padSets')?.body).toMatchObject({ isLining: true, axle: 'rear' });
  });
});
