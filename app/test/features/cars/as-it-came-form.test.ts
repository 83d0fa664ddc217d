import { type AsItCameEntry, type UnitSystem, asItCame } from '@calvik/core';
import { sayTo } from '@calvik/words';
import {
  type AxleForm,
  axleForm,
  firstRefused,
  onRecordText,
  readAxle,
} from '../../../src/features/cars/as-it-came-form';
import { CREW, book, compoundNamed, makeCar, newId } from '../../../../core/test/builders/book';
import { at, car, logbookOf, makePadSet, makeRotorPair } from '../../../../core/test/builders/service-book';

const empty: AxleForm = {
  compound: '',
  use: 'track',
  padNew: '12',
  padNow: '',
  rotorNew: '',
  rotorDiscard: '',
  rotorNow: '',
  bedded: 'unknown',
};
const read = (over: Partial<AxleForm>, system: UnitSystem = 'metric') =>
  readAxle({ ...empty, ...over }, 'front', system);

describe('readAxle', () => {
  it('reads what was typed in any unit', () => {
    expect(
      read({
        compound: ' Holt S ',
        padNow: '0.31 in',
        rotorNew: '32',
        rotorDiscard: '30',
        rotorNow: '31,2',
        bedded: 'yes',
      }),
    ).toEqual({
      pads: { compound: 'Holt S', use: 'track', newMm: 12, nowMm: expect.closeTo(7.874, 3) },
      rotors: { newMm: 32, discardMm: 30, nowMm: 31.2 },
      isBedded: true,
    });
    expect(read({ compound: 'Holt S', padNew: '0.5' }, 'imperial')).toMatchObject({
      pads: { newMm: expect.closeTo(12.7, 6), nowMm: null },
      isBedded: null,
    });
  });

  it('leaves open what nobody says', () => {
    expect(read({})).toEqual({ pads: null, rotors: null, isBedded: null });
    expect(read({ compound: 'Holt S', bedded: 'no' })).toMatchObject({ isBedded: false });
  });

  it.each([
    [{ padNow: '8' }, 'Front pads: say which compound they are.'],
    [{ bedded: 'no' as const }, 'Front: say which pads or rotors they are, or leave open whether they are bedded.'],
    [{ compound: 'Holt S', padNew: '' }, 'Front pads: how thick are they new?'],
    [{ rotorNow: '30' }, 'Front rotors: how thick are they new?'],
    [{ rotorDiscard: '30' }, 'Front rotors: how thick are they new?'],
  ])('asks for what is missing: %j', (over, sentence) => {
    expect(read(over)).toBe(sentence);
  });

  it('says which figure cannot be read', () => {
    expect(read({ compound: 'Holt S', padNow: 'thin' })).toMatch(/^Front pads now: /);
    expect(read({ rotorNew: '32', rotorDiscard: 'x' })).toMatch(/^Front discard thickness: /);
    expect(read({ rotorNew: '32 N·m', rotorDiscard: '30' })).toMatch(/^Front rotors new: /);
  });
});

describe('axleForm', () => {
  it('begins with the usual pad of a car that nothing is known of, in the reader’s unit', () => {
    const car = makeCar();
    const logbook = book({ cars: [car] }, []);
    expect(axleForm(logbook, car, 'rear', 'metric')).toEqual({ ...empty, padNew: '12.0 mm' });
    expect(
      readAxle({ ...axleForm(logbook, car, 'rear', 'imperial'), compound: 'Holt S' }, 'rear', 'imperial'),
    ).toMatchObject({ pads: { newMm: expect.closeTo(12, 6) } });
  });
});

describe('firstRefused', () => {
  const car = makeCar();
  const say = sayTo({ units: 'metric', timeZone: 'UTC' });
  const made = (over: Partial<AxleForm>): AsItCameEntry[] => {
    const axle = read(over);
    if (typeof axle === 'string') throw new Error(axle);
    return asItCame(
      book({ cars: [car] }, []),
      car,
      { front: axle, rear: { pads: null, rotors: null, isBedded: null } },
      {
        by: CREW,
        now: '2026-05-04T07:00:00.000Z',
        newId,
      },
    );
  };
  it('is silent about what can be saved', () => {
    expect(firstRefused(made({ compound: 'Holt S', padNow: '8', rotorNew: '32', rotorDiscard: '30' }), say)).toBeNull();
  });
  it('names the axle of what cannot, before anything is saved', () => {
    expect(firstRefused(made({ rotorNew: '30', rotorDiscard: '32' }), say)).toMatch(/^Front: /);
    expect(firstRefused(made({ compound: 'Holt S', padNow: '400' }), say)).not.toBeNull();
    expect(firstRefused(made({ rotorNew: '32' }), say)).toBe(
      'Front: Type the discard thickness that is cast on the hat.',
    );
  });
});

describe('onRecordText', () => {
  const padSet = makePadSet({ label: 'P-004', compoundId: compoundNamed('Holt S').id, use: 'track' });
  const rotorPair = makeRotorPair({ label: 'R-002' });
  const logbook = logbookOf(
    [{ ...at(), kind: 'partsFitted', axle: 'front', padSetId: padSet.id, rotorPairId: rotorPair.id, changed: 'both' }],
    { padSets: [padSet], rotorPairs: [rotorPair] },
  );
  it.each(['metric', 'imperial'] as const)('knows the parts again as they stand in the form, %s', (system) => {
    const form = axleForm(logbook, car, 'front', system);
    expect(onRecordText(logbook, car, 'front', readAxle(form, 'front', system))).toBe('On record: P-004 and R-002.');
  });
  it.each([
    [{ compound: 'Vell' }, ' Others are typed here: P-004 came off.'],
    [{ padNew: '14', rotorDiscard: '29' }, ' Others are typed here: P-004 and R-002 came off.'],
    [{ compound: '', rotorNew: '', rotorDiscard: '' }, ''],
    [{ padNow: 'x' }, ''],
  ])('says what came off: %j', (over, instead) => {
    const form = { ...axleForm(logbook, car, 'front', 'metric'), ...over };
    expect(onRecordText(logbook, car, 'front', readAxle(form, 'front', 'metric'))).toBe(
      `On record: P-004 and R-002.${instead}`,
    );
  });
  it('is silent about an axle that nothing is on record for', () => {
    expect(onRecordText(logbook, car, 'rear', readAxle(empty, 'rear', 'metric'))).toBeNull();
  });
});
