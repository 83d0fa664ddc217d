/** An evening in the paddock of the event that goes on today: who waits, who is worked on, what was promised and kept or not. Invented. */
import {
  type Complaint,
  type Fact,
  type Grade,
  type Instant,
  type QueueEntry,
  type QueueMove,
  type QueueWant,
  type QueueWork,
} from '@calvik/core';
import { chance } from '../instruments/chance';
import { v7 as uuidv7 } from 'uuid';
import type { AnyRecord } from './records';

interface Made {
  at: Instant;
  eventId: string;
  /** Ids by keys of the demo. */
  crew: Record<string, string>;
  carId: (key: string) => string;
}

/** One car of the evening; moments are minutes before now. */
interface Waits {
  car: string | { driver: string; car: string; phone?: string };
  arrived: number;
  wants: [work: QueueWork, axle?: 'front' | 'rear'][];
  words?: string;
  said?: Complaint[];
  group?: string;
  staysIn?: boolean;
  fluid?: Grade;
  bottle?: QueueEntry['ownBottle'];
  moves?: [ago: number, by: 'sanna' | 'bram', move: QueueMove['move'] | 'start'][];
}

export function demoQueue({ at, eventId, crew, carId }: Made): { records: AnyRecord[]; facts: Fact[] } {
  const dice = chance('an evening in the paddock');
  const ago = (minutes: number): Instant => new Date(Date.parse(at) - minutes * 60_000).toISOString();
  // What is promised is a mark of the clock.
  const mark = (minutes: number): Instant =>
    new Date(Math.ceil(Date.parse(ago(-minutes)) / 300_000) * 300_000).toISOString();
  const newId = (moment: Instant): string =>
    uuidv7({
      msecs: Date.parse(moment),
      random: Uint8Array.from({ length: 16 }, () => Math.floor(dice.uniform() * 256)),
    });
  const evening: Waits[] = [
    {
      car: { driver: 'Jonna Tael', car: 'Blue Havik', phone: '070 555 0141' },
      arrived: 150,
      wants: [['boilingTest']],
      fluid: 'DOT 4',
      moves: [
        [148, 'bram', { move: 'promised', backBy: mark(-115) }],
        [146, 'bram', 'start'],
        [131, 'bram', { move: 'done', shown: [] }],
      ],
    },
    {
      car: { driver: 'Pell Anders', car: 'Silver Corrin 4' },
      arrived: 120,
      wants: [['bleed']],
      fluid: 'DOT 4',
      moves: [
        [118, 'bram', { move: 'promised', backBy: mark(-70) }],
        [112, 'bram', 'start'],
        [
          95,
          'bram',
          { move: 'foundMore', wants: [{ work: 'pads', axle: 'front' }], words: 'Left inner down to the plate.' },
        ],
        [52, 'bram', { move: 'done', shown: ['pedalFirm', 'jointsDry', 'levelRight', 'nutsTorqued'] }],
      ],
    },
    {
      car: { driver: 'Odile Marrec', car: 'Old Tessaro' },
      arrived: 85,
      wants: [['findFault']],
      said: ['softFromCold'],
      words: 'Sinks at the lights.',
      moves: [
        [48, 'bram', 'start'],
        [
          33,
          'bram',
          {
            move: 'referred',
            to: 'Hallard Brake Service',
            words: 'Master cylinder leaks past its seals.',
            mayBeDriven: false,
          },
        ],
      ],
    },
    {
      car: { driver: 'Tomas Breck', car: 'Green Velund', phone: '070 555 0177' },
      arrived: 40,
      wants: [['bleed']],
      words: 'Long since lunch.',
      said: ['softAfterHeat'],
      group: 'B',
      fluid: 'DOT 4',
      moves: [
        [30, 'bram', { move: 'promised', backBy: mark(47) }],
        [14, 'bram', 'start'],
      ],
    },
    { car: 't2', arrived: 11, wants: [['findFault']], staysIn: true, moves: [[4, 'sanna', 'start']] },
    {
      car: { driver: 'Ruta Sell', car: 'White Marlin Two' },
      arrived: 26,
      wants: [['pads', 'front']],
      group: 'A',
      staysIn: true,
      moves: [[22, 'sanna', { move: 'promised', backBy: mark(125) }]],
    },
    { car: 'b2', arrived: 20, wants: [['hoses']], staysIn: true, words: 'Left rear union.' },
    {
      car: { driver: 'Ewan Strole', car: 'Kit car, yellow' },
      arrived: 9,
      wants: [['flush']],
      group: 'B',
      fluid: 'DOT 4',
      bottle: { grade: 'DOT 5.1', isSealed: false, openedOn: null, leftMl: 300 },
    },
    { car: 'a2', arrived: 6, wants: [['reTorque']] },
  ];
  const records: AnyRecord[] = [];
  const facts: Fact[] = [];
  for (const { car, arrived, wants, moves = [], said = [], ...rest } of evening) {
    const id = newId(ago(arrived));
    const isKnown = typeof car === 'string';
    const wanted = wants.map(([work, axle = null]): QueueWant => ({ work, axle }));
    records.push({
      collection: 'queueEntries',
      body: {
        id,
        version: 0,
        archived: false,
        eventId,
        carId: isKnown ? carId(car) : null,
        walkIn: isKnown ? null : { phone: '', ...car },
        wants: wanted,
        words: rest.words ?? '',
        arrivedAt: ago(arrived),
        group: rest.group ?? '',
        goesOutAt: null,
        staysIn: rest.staysIn ?? false,
        fluidGrade: rest.fluid ?? null,
        ownBottle: rest.bottle ?? null,
      },
    });
    const add = (minutes: number, by: string, move: QueueMove['move']): void => {
      const moment = ago(minutes);
      facts.push({
        id: newId(moment),
        at: moment,
        recordedAt: moment,
        by: crew[by]!,
        kind: 'queueMove',
        queueEntryId: id,
        ...(isKnown ? { carId: carId(car) } : {}),
        move,
      });
    };
    if (said.length > 0) add(arrived, 'sanna', { move: 'said', complaints: said });
    for (const [minutes, by, move] of moves)
      add(minutes, by, move === 'start' ? { move: 'started', crewId: crew[by]!, helperId: null, wants: wanted } : move);
  }
  return { records, facts };
}
