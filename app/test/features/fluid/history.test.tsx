/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */

import { type Fact, buildLogbook } from '@calvik/core';
import { sayTo } from '@calvik/words';
import { factText } from '@calvik/words/history';
import { bottle, car, crew, id } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands } from '../../builders/hands';
import { at, intake, lead, padSet, pair } from '../../builders/service-scene';
import { worn, allDecided } from '../../builders/guided-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

test('every fact of a service has a line in the history', () => {
  const logbook = buildLogbook({ crew: [crew, lead], padSets: [padSet], rotorPairs: [pair], cars: [car] }, []);
  const facts: Fact[] = [
    ...intake.filter((f) => f.kind !== 'boilingTest'),
    ...worn,
    ...allDecided,
    { ...at(50), kind: 'pistonsRetracted', axle: 'front', levelBeforeMl: 260, drawnOffMl: 20, levelAfterMl: 289 },
    {
      ...at(51),
      kind: 'exchangeBegun',
      scope: 'full',
      method: 'gravity',
      bottleId: bottle.id,
      drawnOffMl: 0,
      refillMl: 0,
      pressureKpa: null,
      wantedNewPercent: 90,
    },
    {
      ...at(52),
      kind: 'leakDownTest',
      readings: [
        { seconds: 0, pressureKpa: 100 },
        { seconds: 60, pressureKpa: 100 },
      ],
      instrument: 'byHand',
    },
    {
      ...at(53),
      kind: 'torqueSet',
      fastenerKey: 'frontWheel',
      corner: 'FL',
      readingsNm: [110],
      condition: 'dry',
      newBolts: null,
      threadLocker: null,
      angleDone: null,
      wrench: 'W',
      calibratedOn: null,
      instrument: 'byHand',
    },
    { ...at(54), kind: 'stepSkipped', step: 'boil', reason: 'Done before' },
    { ...at(55), kind: 'stepHandedOver', step: 'boil', toCrewId: lead.id },
    {
      ...at(56),
      kind: 'holdWaived',
      finding: { code: 'padsThin', place: { corner: 'FL' }, values: {} },
      reason: 'Agreed.',
    },
    { ...at(57), kind: 'carReleased', openItems: [], limits: null },
    { ...at(58), kind: 'photoTaken', photoId: id(90), step: 'boil', aboutFactId: null, widthPx: 10, heightPx: 10 },
    { ...at(59), kind: 'wasteHandedOver', volumeMl: 5000, to: 'Depot', receipt: '' },
  ] as Fact[];
  const lines = facts.map((f) => factText(f, logbook, sayTo({ units: 'metric', timeZone: 'UTC' })));
  for (const { title } of lines) expect(title.length).toBeGreaterThan(3);
  expect(lines.map((l) => l.title)).toEqual(
    expect.arrayContaining([
      'Pads, left front: 2.5 mm and 2.5 mm',
      'Pads, front axle: change',
      'On the front axle: pads P-001, rotors R-001',
      'Hold waived',
      'Handed over: Boiling test',
    ]),
  );
  expect(lines.find((l) => l.title === 'Handed over: Boiling test')!.text).toBe('To Ines Ferrant');
});
