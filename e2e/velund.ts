/** A service of the Rooth Velund as two technicians leave it before the fluid: measured, front pads changed, one pad pin over its figure. */
import { type APIRequestContext, expect } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import type { Ids } from './people';

type Fact = Record<string, unknown>;
interface Feed {
  changes: { collection: string; body: { id: string; label?: string; carId?: string } & Record<string, unknown> }[];
}

const checks = (step: string, list: [check: string, corner: string | null][]): Fact => ({
  kind: 'checksDone',
  step,
  items: list.map(([check, corner]) => ({ check, corner, result: 'ok', remark: '' })),
});
const plain = (step: string, ...list: string[]): Fact =>
  checks(
    step,
    list.map((check) => [check, null]),
  );

const face = (thicknessMm: number, over: object = {}) => ({
  thicknessMm,
  otherEndMm: null,
  conditions: [] as string[],
  isSeen: true,
  ...over,
});
const pads = (corner: string, padSetId: string, inner: object, outer: object): Fact => ({
  kind: 'padMeasurement',
  corner,
  padSetId,
  inner,
  outer,
  hatClearanceMm: null,
  instrument: 'byHand',
});
const rotor = (corner: string, rotorPairId: string, mm: number): Fact => ({
  kind: 'rotorMeasurement',
  corner,
  rotorPairId,
  thicknessesMm: Array.from({ length: 8 }, (_, n) => mm + (n % 3) / 500),
  runoutMm: null,
  lipMm: null,
  massKg: null,
  crack: 'none',
  crackLengthMm: null,
  wearMarksGone: false,
  transferLayer: 'even',
  instrument: 'byHand',
});
const keep = (subject: string, axle: string): Fact => ({
  kind: 'partsDecision',
  subject,
  axle,
  corner: null,
  action: 'keep',
  padSetId: null,
  rotorPairId: null,
  reason: 'In order at both corners.',
});

export async function measuredAndFitted(request: APIRequestContext, ids: Ids, jobId: string): Promise<void> {
  const { changes } = (await (await request.get('/api/changes?limit=5000')).json()) as Feed;
  const labelled = (label: string): string => changes.find((c) => c.body.label === label)!.body.id;
  const carId = ids['Rooth Velund']!;
  const [worn, fresh, front] = [labelled('P-001'), labelled('P-013'), labelled('R-001')];
  const wrench = changes.find((c) => c.collection === 'wrenches' && c.body.label === 'W-2')!.body;
  const fitted = changes.findLast(
    (c) => c.body['kind'] === 'partsFitted' && c.body.carId === carId && c.body['axle'] === 'rear',
  );
  const rear = fitted!.body as unknown as { padSetId: string; rotorPairId: string };
  const misread = uuidv7();
  const clicks = (fastenerKey: string, corner: string, readingsNm: number[]): Fact => ({
    kind: 'torqueSet',
    fastenerKey,
    corner,
    readingsNm,
    positions: readingsNm.length === 4 ? [2, 1, 2, 1] : [1, 2],
    condition: 'dry',
    newBolts: null,
    threadLocker: null,
    angleDone: null,
    wrenchId: wrench.id,
    wrench: 'W-2',
    calibratedOn: wrench['calibratedOn'],
    instrument: 'byHand',
  });
  const fits = ['faceToRotor', 'innerOuter', 'springs', 'pins', 'clips', 'shims'];
  const glazed = { conditions: ['glazed'] };
  const facts: Fact[] = [
    {
      kind: 'pedalCheck',
      moment: 'baseline',
      feel: 'acceptable',
      strokes: null,
      heldSeconds: null,
      sinks: null,
      dropsWithEngine: null,
    },
    { kind: 'driverReport', complaints: ['judder'], words: '' },
    { kind: 'reservoirSeen', moment: 'intake', levelMl: 257.5, colour: 'amber', basket: 'clean' },
    { kind: 'boilingTest', readingC: 288, ambientKpa: 97.3, ambientFrom: 'altitude', instrument: 'byHand' },
    plain('ground', 'nutsCracked', 'chocked', 'onStands', 'wheelsOff'),
    { id: misread, ...pads('FL', worn, face(4.1), face(2.2, glazed)) },
    { replaces: misread, because: 'Misread', ...pads('FL', worn, face(4.1), face(2.8, glazed)) },
    pads('FR', worn, face(3.4), face(3.5)),
    pads('RL', rear.padSetId, face(8), face(8.1)),
    pads('RR', rear.padSetId, face(8.2), face(8)),
    ...['FL', 'FR'].map((corner) => rotor(corner, front, 31.3)),
    ...['RL', 'RR'].map((corner) => rotor(corner, rear.rotorPairId, 23.5)),
    ...['FL', 'FR', 'RL', 'RR'].map((corner) => ({
      kind: 'wheelBearingMeasurement',
      corner,
      playMm: 0.2,
      method: 'rim',
    })),
    plain('look', 'hoses', 'seals', 'leaks', 'hubs', 'ductsSound'),
    { ...keep('pads', 'front'), action: 'change', padSetId: fresh, reason: 'Worn.' },
    keep('rotors', 'front'),
    keep('pads', 'rear'),
    keep('rotors', 'rear'),
    { kind: 'pistonsRetracted', axle: 'front', levelBeforeMl: 258, drawnOffMl: 100, levelAfterMl: 247.5 },
    plain('retract.front', 'pistonsClean', 'oppositeHeld'),
    { kind: 'partsFitted', axle: 'front', padSetId: fresh, rotorPairId: front, changed: 'pads' },
    checks(
      'fit.front',
      ['FL', 'FR'].flatMap((corner) => fits.map((check): [string, string] => [check, corner])),
    ),
    clicks('frontCaliper', 'FL', [88, 88, 88, 88.1]),
    clicks('frontCaliper', 'FR', [88, 87, 89, 88]),
    clicks('frontPadPin', 'FL', [14, 14]),
    clicks('frontPadPin', 'FR', [14, 20]),
  ];
  // The figure that was missing has been found.
  const sheet = changes.findLast((c) => c.collection === 'brakeSheets' && c.body.carId === carId)!.body;
  const fasteners = (sheet['fasteners'] as Fact[]).map((f) =>
    f['key'] === 'frontPadPin' ? { ...f, torqueNm: 14, source: 'Velund sheet B-4, page 5' } : f,
  );
  const put = async (path: string, data: object): Promise<void> => {
    const answer = await request.put(path, { data });
    expect(answer.ok(), `${JSON.stringify(data)}: ${await answer.text()}`).toBe(true);
  };
  await put(`/api/brakeSheets/${sheet.id}`, { ...sheet, fasteners });
  const began = Date.now() - 3_600_000;
  for (const [n, fact] of facts.entries()) {
    const at = new Date(began + n * 60_000).toISOString();
    const about = { id: uuidv7(), at, recordedAt: at, by: ids['Tove Loy'], carId, jobId };
    const whole = { ...about, ...fact };
    await put(`/api/facts/${whole.id}`, whole);
  }
}
