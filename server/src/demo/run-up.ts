/** The demo shop's run-up: rules of invented organisers, lifts, hours, skills, suppliers and small parts. */
import type { CrewMember, Fact, Goods, Instant, RecordOf, RuleSet, WearPart } from '@calvik/core';

const common = { version: 0, archived: false };

type Rules = Omit<RuleSet, 'id' | 'version' | 'archived'>;

/** Rules by the key of the organiser's coming event. */
export const demoRuleSets: Record<'next' | 'then' | 'last', Rules> = {
  next: {
    name: 'Ring Circle, two days',
    organiser: 'Ring Circle',
    flushWithinDays: 90,
    demandedMarginC: 25,
    minPadMm: 8.5,
    beddedPartsOnly: true,
    reTorqueAtEvent: true,
    ductsAtEvent: 'any',
    inspectionItems: [
      'Pads and rotors seen',
      'Fluid date and grade',
      'Wheel nuts marked',
      'Hoses dry',
      'Pedal firm',
      'Tow eye',
    ],
  },
  then: {
    name: 'Pellmoor Lanes, evening',
    organiser: 'Pellmoor Lanes',
    flushWithinDays: null,
    demandedMarginC: null,
    minPadMm: 5,
    beddedPartsOnly: false,
    reTorqueAtEvent: false,
    ductsAtEvent: 'removed',
    inspectionItems: [],
  },
  last: {
    name: 'Skarrow Hill sprint',
    organiser: 'Skarrow Hill Drivers',
    flushWithinDays: 30,
    demandedMarginC: 40,
    minPadMm: 6,
    beddedPartsOnly: true,
    reTorqueAtEvent: true,
    ductsAtEvent: 'fitted',
    inspectionItems: ['Brake fluid within 30 days', 'Pad thickness', 'Rotor cracks', 'Ducts fitted and tied'],
  },
};

/** What the crew can do and when they are there; keys of the demo crew. */
export const demoHands: Record<
  string,
  Pick<CrewMember, 'hours' | 'skills' | 'travels'> & { offInDays: [number, number, string][] }
> = {
  ines: {
    // The lead is at the cars in the mornings.
    hours: [...[1, 2, 3, 4, 5].map(() => ({ from: '08:00', to: '12:00' })), null, null],
    skills: ['fluid', 'measuring', 'parts', 'bedding'],
    travels: false,
    offInDays: [],
  },
  tove: { hours: null, skills: ['fluid', 'measuring', 'parts', 'bedding'], travels: true, offInDays: [] },
  bram: { hours: null, skills: ['measuring', 'parts', 'bedding'], travels: true, offInDays: [[1, 2, 'course']] },
  sanna: { hours: null, skills: ['fluid', 'measuring'], travels: true, offInDays: [[9, 10, 'holiday']] },
};

const lifts = ['Lift 1', 'Lift 2'];
const suppliers: { name: string; supplies: Goods[]; leadDays: number; notes: string }[] = [
  { name: 'Corran Friction', supplies: ['padSet', 'rotorPair'], leadDays: 5, notes: 'Orders by noon.' },
  { name: 'Mossfield Fluids', supplies: ['bottle'], leadDays: 2, notes: '' },
  { name: 'Hob & Vane', supplies: ['wearPart', 'bottle'], leadDays: 4, notes: 'Small parts.' },
];
const wrenches: (Pick<RecordOf<'wrenches'>, 'label' | 'kind' | 'minNm' | 'maxNm' | 'notes'> & {
  calibratedDaysAgo: number;
})[] = [
  { label: 'W-1', kind: 'click', calibratedDaysAgo: 345, minNm: 20, maxNm: 100, notes: '' },
  { label: 'W-2', kind: 'click', calibratedDaysAgo: 150, minNm: 8, maxNm: 210, notes: 'Two heads' },
  { label: 'W-3', kind: 'reading', calibratedDaysAgo: 60, minNm: 5, maxNm: 30, notes: 'Dial' },
];
const wearParts: { name: string; kind: WearPart['kind']; axle: WearPart['axle']; reorderAt: number; count: number }[] =
  [
    { name: 'Front hose, 480 mm', kind: 'hose', axle: 'front', reorderAt: 2, count: 3 },
    { name: 'Rear hose, 360 mm', kind: 'hose', axle: 'rear', reorderAt: 2, count: 2 },
    { name: 'Duct hose, 76 mm, 3 m', kind: 'ductHose', axle: null, reorderAt: 1, count: 4 },
    { name: 'Slide-pin kit', kind: 'slidePins', axle: null, reorderAt: 2, count: 1 },
    { name: 'Caliper seals, 40 mm', kind: 'seals', axle: null, reorderAt: 4, count: 9 },
  ];

interface Context {
  newId: (moment: Instant) => string;
  at: (daysAgo: number, time?: string) => Instant;
  crew: Record<string, string>;
}

export interface DemoRunUp {
  lifts: RecordOf<'lifts'>[];
  suppliers: RecordOf<'suppliers'>[];
  wearParts: RecordOf<'wearParts'>[];
  wrenches: RecordOf<'wrenches'>[];
  facts: Fact[];
}

export function demoRunUp({ newId, at, crew }: Context): DemoRunUp {
  const long = at(700);
  const facts: Fact[] = [];
  const parts = wearParts.map((w) => {
    const part = {
      ...common,
      id: newId(long),
      name: w.name,
      kind: w.kind,
      carId: null,
      axle: w.axle,
      reorderAt: w.reorderAt,
    };
    const counted = at(4, '16:00');
    facts.push({
      id: newId(counted),
      at: counted,
      recordedAt: counted,
      by: crew.bram!,
      kind: 'stockCounted',
      wearPartId: part.id,
      count: w.count,
    });
    return part;
  });
  return {
    lifts: lifts.map((name) => ({ ...common, id: newId(long), name })),
    suppliers: suppliers.map((s) => ({ ...common, id: newId(long), ...s })),
    wearParts: parts,
    wrenches: wrenches.map(({ calibratedDaysAgo, ...w }) => ({
      ...common,
      id: newId(long),
      ...w,
      calibratedOn: at(calibratedDaysAgo).slice(0, 10),
    })),
    facts,
  };
}
