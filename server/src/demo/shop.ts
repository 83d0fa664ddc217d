/** The invented shop that the demo shows: people, cars, venues and fluids that exist nowhere. */
import {
  type AxleBrake,
  type Car,
  type CrewMember,
  type Fluid,
  type Shop,
  SHOP_ID,
  defaultLineLengthsMm,
  noToolsSaid,
  nothingKnown,
  shopDefaults,
} from '@calvik/core';

const common = { version: 0, archived: false };

export const demoShop: Shop = {
  ...shopDefaults,
  labourMinorPerHour: 9_200,
  ...common,
  id: SHOP_ID,
  name: 'Ferrant & Loy Track Preparation',
  timeZone: 'Europe/Berlin',
  fluidPolicies: [{ school: 'bleedAfterTrackDay', fullEveryMonths: 9 }],
  demandedMarginC: 30,
  defaultPeakFluidTempC: 200,
  defaultUptakePercentPerYear: 1.5,
  openBottleDays: 30,
  altitudeM: 340,
  padLimitMm: 3,
  padTrackStartPercent: 50,
  suspectSharePercent: 10,
  wasteContainerMl: 20_000,
};

export const demoCrew: { key: string; name: string; role: CrewMember['role'] }[] = [
  { key: 'ines', name: 'Ines Ferrant', role: 'lead' },
  { key: 'tove', name: 'Tove Loy', role: 'technician' },
  { key: 'bram', name: 'Bram Okell', role: 'technician' },
  { key: 'sanna', name: 'Sanna Reij', role: 'technician' },
];

export const demoFluids: {
  key: string;
  name: string;
  grade: Fluid['grade'];
  dry: number;
  wet: number;
  dark?: boolean;
}[] = [
  { key: 'r325', name: 'Orsen Race 325', grade: 'DOT 4', dry: 325, wet: 205 },
  { key: 'r312', name: 'Orsen Club 312', grade: 'DOT 4', dry: 312, wet: 204, dark: true },
  { key: 'd4', name: 'Lantry Street 4', grade: 'DOT 4', dry: 265, wet: 170 },
  { key: 'd51', name: 'Lantry Street 5.1', grade: 'DOT 5.1', dry: 272, wet: 187 },
  { key: 's5', name: 'Veyle Silicone 5', grade: 'DOT 5', dry: 268, wet: 182 },
  { key: 'min', name: 'Hollin Mineral', grade: 'mineral', dry: 235, wet: 180 },
];

export const demoVenues = [
  {
    key: 'dunvarrel',
    name: 'Dunvarrel Ring',
    altitudeM: 620,
    peakFluidTempC: 215,
    notes: 'Long straight into a hairpin; heat soak in a tight pit lane.',
  },
  {
    key: 'pellmoor',
    name: 'Pellmoor Airfield',
    altitudeM: 40,
    peakFluidTempC: 190,
    notes: 'Flat, cool wind, long gaps between stops.',
  },
  { key: 'skarrow', name: 'Skarrow Hill', altitudeM: 980, peakFluidTempC: 225, notes: 'Downhill braking twice a lap.' },
];

/** `inDays` counts from the day the demo is loaded; the past ones give the cars a history. */
export const demoEvents = [
  {
    key: 'spring',
    name: 'Skarrow opening day',
    venue: 'skarrow',
    organiser: 'Skarrow Hill Drivers',
    inDays: -236,
    days: 1,
    window: 180,
    margin: null,
  },
  {
    key: 'early',
    name: 'Pellmoor open lanes',
    venue: 'pellmoor',
    organiser: 'Pellmoor Lanes',
    inDays: -128,
    days: 1,
    window: null,
    margin: null,
  },
  {
    key: 'mid',
    name: 'Dunvarrel midsummer',
    venue: 'dunvarrel',
    organiser: 'Ring Circle',
    inDays: -61,
    days: 2,
    window: 90,
    margin: null,
  },
  {
    key: 'next',
    name: 'Dunvarrel two-day',
    venue: 'dunvarrel',
    organiser: 'Ring Circle',
    inDays: 5,
    days: 2,
    window: 90,
    margin: 25,
  },
  {
    key: 'then',
    name: 'Pellmoor evening lanes',
    venue: 'pellmoor',
    organiser: 'Pellmoor Lanes',
    inDays: 16,
    days: 1,
    window: null,
    margin: null,
  },
  {
    key: 'last',
    name: 'Skarrow closing sprint',
    venue: 'skarrow',
    organiser: 'Skarrow Hill Drivers',
    inDays: 30,
    days: 1,
    window: 180,
    margin: 40,
  },
] as const;

export const demoCustomers = [
  { key: 'abel', name: 'Abel Rooth', phone: '0555 0101', policy: null, margin: null },
  {
    key: 'cleo',
    name: 'Cleo Vantongeren',
    phone: '0555 0102',
    policy: { school: 'everyEvent' as const },
    margin: null,
  },
  { key: 'dario', name: 'Dario Helm', phone: '0555 0103', policy: null, margin: 45 },
  { key: 'elin', name: 'Elin Marsk', phone: '0555 0104', policy: null, margin: null },
  {
    key: 'fenno',
    name: 'Fenno Auld',
    phone: '0555 0105',
    policy: { school: 'roadInterval' as const, everyMonths: 24 },
    margin: null,
  },
  { key: 'gwen', name: 'Gwen Tarrick', phone: '0555 0106', policy: null, margin: null },
  { key: 'hollis', name: 'Hollis Praag', phone: '0555 0107', policy: null, margin: null },
  { key: 'iva', name: 'Iva Sorrel', phone: '0555 0108', policy: null, margin: null },
  { key: 'jonas', name: 'Jonas Brandreth', phone: '0555 0109', policy: null, margin: null },
  { key: 'kaia', name: 'Kaia Lunde-Orr', phone: '0555 0110', policy: null, margin: null },
];

/** @param boresMm of one side, leading piston first */
const fixed = (
  boresMm: number[],
  nipples: 1 | 2 = 1,
  bleedNippleOrder: AxleBrake['bleedNippleOrder'] = 'innerFirst',
): AxleBrake => ({
  brake: 'fixedCaliper',
  boresMm,
  bleedNipplesPerCorner: nipples,
  bleedNippleOrder,
});
const floating = (diameter: number): AxleBrake => ({
  brake: 'floatingCaliper',
  boresMm: [diameter],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
});
const drum = (diameter: number): AxleBrake => ({
  brake: 'drum',
  boresMm: [diameter, diameter],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
});

/** One line of a car's past, days before the demo is loaded. */
export type Past =
  | [daysAgo: number, what: 'flush', fluid: string]
  | [daysAgo: number, what: 'bleed', fluid: string]
  | [daysAgo: number, what: 'boil']
  | [daysAgo: number, what: 'misread', typedC: number]
  | [daysAgo: number, what: 'pen', percent?: number];

export interface DemoCar {
  key: string;
  owner: string;
  spec: Partial<Car> & Pick<Car, 'name' | 'make' | 'model' | 'front' | 'rear'>;
  rightHandDrive?: boolean;
  events: (typeof demoEvents)[number]['key'][];
  past: Past[];
}

export const demoCars: DemoCar[] = [
  {
    key: 'v1',
    owner: 'abel',
    spec: {
      name: 'Rooth Velund',
      make: 'Velund',
      model: 'Corsaro 2.0',
      year: 2019,
      plate: 'OV 114',
      front: fixed([40, 40], 2, 'outerFirst'),
      rear: floating(38),
    },
    events: ['spring', 'mid', 'next', 'last'],
    past: [
      [700, 'flush', 'd4'],
      [560, 'boil'],
      [420, 'flush', 'r325'],
      [300, 'boil'],
      [240, 'flush', 'r325'],
      [150, 'boil'],
      [70, 'flush', 'r325'],
      [58, 'bleed', 'r325'],
      [9, 'boil'],
    ],
  },
  {
    key: 'b1',
    owner: 'cleo',
    spec: {
      name: 'Cleo’s Brennick',
      make: 'Brennick',
      model: 'GTK',
      year: 2021,
      plate: 'OV 772',
      front: fixed([28, 34, 38], 2, 'outerInnerOuter'),
      rear: fixed([30, 30], 2, 'outerInnerOuter'),
    },
    events: ['mid', 'next', 'then'],
    past: [
      [650, 'flush', 'r325'],
      [430, 'flush', 'r325'],
      [330, 'boil'],
      [250, 'flush', 'r325'],
      [135, 'flush', 'r325'],
      [55, 'bleed', 'r325'],
      [20, 'boil'],
    ],
  },
  {
    key: 't1',
    owner: 'dario',
    spec: {
      name: 'Helm Tessaro',
      make: 'Tessaro',
      model: 'S-Line 1.8',
      year: 2007,
      plate: 'OV 309',
      front: floating(54),
      rear: floating(34),
      circuitSplit: 'diagonal',
      sequenceSchool: 'byCircuit',
    },
    events: ['early', 'next'],
    past: [
      [610, 'flush', 'd4'],
      [480, 'boil'],
      [365, 'boil'],
      [248, 'flush', 'd4'],
      [160, 'boil'],
      [125, 'flush', 'd4'],
      [3, 'boil'],
    ],
  },
  {
    key: 'q1',
    owner: 'elin',
    spec: {
      name: 'Marsk Quillon',
      make: 'Quillon',
      model: 'Aero Seven',
      year: 1998,
      plate: 'OV 007',
      front: fixed([38, 38]),
      rear: drum(19),
      reservoirMaxMl: 220,
      reservoirMinMl: 90,
      reservoirDepthMm: 11,
    },
    rightHandDrive: true,
    events: ['early', 'next', 'then'],
    past: [
      [500, 'flush', 'd4'],
      [400, 'pen', 1.1],
      [180, 'flush', 'r312'],
      [126, 'bleed', 'r312'],
      [40, 'flush', 's5'],
    ],
  },
  {
    key: 'a1',
    owner: 'fenno',
    spec: {
      name: 'Auld Aldane',
      make: 'Aldane',
      model: 'R4 Club',
      year: 2014,
      plate: 'OV 551',
      front: fixed([42, 42]),
      rear: floating(36),
    },
    events: ['mid', 'next'],
    past: [
      [540, 'flush', 'r312'],
      [400, 'boil'],
      [200, 'flush', 'r312'],
      [110, 'boil'],
      [30, 'flush', 'r312'],
      [6, 'boil'],
      [5, 'pen', 3.1],
    ],
  },
  {
    key: 'k1',
    owner: 'gwen',
    spec: {
      name: 'Tarrick Karsk',
      make: 'Karsk',
      model: 'Hatch RS',
      year: 2016,
      plate: 'OV 218',
      front: floating(57),
      rear: floating(38),
      reservoirSharedWithClutch: true,
    },
    events: ['spring', 'mid', 'next', 'then'],
    past: [
      [620, 'flush', 'r312'],
      [430, 'flush', 'r312'],
      [320, 'boil'],
      [245, 'flush', 'r312'],
      [180, 'boil'],
      [80, 'flush', 'r312'],
      [57, 'bleed', 'r312'],
      [14, 'misread', 126],
    ],
  },
  {
    key: 'm1',
    owner: 'hollis',
    spec: {
      name: 'Praag Mirova',
      make: 'Mirova',
      model: 'Tourer 3.0',
      year: 2003,
      plate: 'OV 640',
      front: floating(60),
      rear: floating(40),
      fluidGrade: 'DOT 4',
    },
    events: ['next'],
    past: [],
  },
  {
    key: 'v2',
    owner: 'iva',
    spec: {
      name: 'Sorrel Velund',
      make: 'Velund',
      model: 'Corsaro Cup',
      year: 2022,
      plate: 'OV 903',
      front: fixed([28, 34, 38], 2),
      rear: fixed([32, 32]),
    },
    events: ['mid', 'then', 'last'],
    past: [
      [380, 'flush', 'r325'],
      [270, 'boil'],
      [190, 'flush', 'r325'],
      [65, 'flush', 'r325'],
      [57, 'bleed', 'r325'],
      [12, 'boil'],
    ],
  },
  {
    key: 'b2',
    owner: 'jonas',
    spec: {
      name: 'Brandreth Brennick',
      make: 'Brennick',
      model: 'Targe',
      year: 2011,
      plate: 'OV 480',
      front: fixed([44, 44]),
      rear: fixed([36, 36]),
      sequenceSchool: 'makerSheet',
      makerSequence: ['RL', 'RR', 'FL', 'FR'],
      makerSequenceSource: 'Workshop sheet BR-7, page 12',
    },
    rightHandDrive: true,
    events: ['early', 'then'],
    past: [
      [690, 'flush', 'd51'],
      [520, 'boil'],
      [360, 'flush', 'd51'],
      [240, 'boil'],
      [132, 'flush', 'd51'],
      [30, 'bleed', 'd51'],
      [28, 'boil'],
    ],
  },
  {
    key: 't2',
    owner: 'kaia',
    spec: {
      name: 'Lunde-Orr Tessaro',
      make: 'Tessaro',
      model: 'Mono',
      year: 2018,
      plate: 'OV 066',
      front: fixed([36, 36]),
      rear: fixed([38]),
    },
    events: ['mid', 'last'],
    past: [
      [600, 'flush', 'r312'],
      [420, 'boil'],
      [280, 'flush', 'r312'],
      [130, 'boil'],
      [64, 'flush', 'r312'],
      [57, 'bleed', 'r312'],
    ],
  },
  {
    key: 'n1',
    owner: 'abel',
    spec: {
      name: 'Rooth Norrvik',
      make: 'Norrvik',
      model: 'Ice 4',
      year: 1989,
      plate: 'OV 189',
      front: floating(52),
      rear: drum(21),
      circuitSplit: 'diagonal',
    },
    events: ['spring', 'last'],
    past: [
      [730, 'flush', 'd4'],
      [500, 'boil'],
      [330, 'boil'],
      [240, 'bleed', 'd4'],
      [25, 'pen'],
    ],
  },
  {
    key: 'a2',
    owner: 'gwen',
    spec: {
      name: 'Tarrick Aldane',
      make: 'Aldane',
      model: 'R6',
      year: 2020,
      plate: 'OV 219',
      front: fixed([28, 34, 38], 2, 'innerFirst'),
      rear: fixed([34, 34]),
    },
    rightHandDrive: true,
    events: ['early', 'last'],
    past: [
      [440, 'flush', 'r325'],
      [310, 'boil'],
      [140, 'flush', 'r325'],
      [122, 'bleed', 'r325'],
      [60, 'boil'],
    ],
  },
  {
    key: 'q2',
    owner: 'iva',
    spec: {
      name: 'Sorrel Quillon',
      make: 'Quillon',
      model: 'Aero Nine',
      year: 2009,
      plate: 'OV 905',
      front: fixed([40, 40]),
      rear: floating(33),
    },
    events: ['then'],
    past: [
      [520, 'flush', 'd51'],
      [330, 'boil'],
      [150, 'flush', 'd51'],
      [85, 'boil'],
      [21, 'flush', 'd51'],
    ],
  },
  {
    key: 'h1',
    owner: 'elin',
    spec: {
      name: 'Marsk Hollin',
      make: 'Hollin',
      model: 'Saloon',
      year: 1976,
      plate: 'OV 076',
      front: fixed([48, 48]),
      rear: floating(40),
      fluidGrade: 'mineral',
    },
    events: ['then'],
    past: [
      [410, 'flush', 'min'],
      [80, 'flush', 'min'],
    ],
  },
];

/** What every demo car has unless its own entry says otherwise. */
export function demoCarDefaults(
  rightHandDrive: boolean,
): Omit<Car, 'id' | 'customerId' | 'name' | 'make' | 'model' | 'front' | 'rear'> {
  const side = rightHandDrive ? 'right' : 'left';
  return {
    ...common,
    year: null,
    plate: '',
    driverSide: side,
    masterCylinderSide: side,
    circuitSplit: 'frontRear',
    fluidGrade: 'DOT 4',
    reservoirMaxMl: 300,
    reservoirMinMl: 130,
    reservoirDepthMm: 38,
    reservoirSharedWithClutch: false,
    reservoirCanBeSuckedOut: true,
    lineLengthMm: defaultLineLengthsMm(side),
    lineBoreMm: 3.3,
    sequenceSchool: 'farthestFirst',
    makerSequence: [],
    makerSequenceSource: '',
    pressureCeilingKpa: 140,
    heat: nothingKnown,
    tools: noToolsSaid,
    assumed: [],
    notes: '',
  };
}
