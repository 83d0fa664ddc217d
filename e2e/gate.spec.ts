import type { Page } from '@playwright/test';
import { button, deviceOf, field, idsByName, link } from './people';
import type { Shop } from './shops';
import { expect, test } from './test';

/** What a technician could once talk the gate into, tried again in the browser: each case is one that the adversary plays at random. */
let shop: Shop;
test.beforeEach(({ shop: opened }) => {
  shop = opened;
});

const radio = (page: Page, name: string | RegExp) => page.getByRole('radio', { name, exact: typeof name === 'string' });
const box = (page: Page, name: string) => page.getByRole('checkbox', { name, exact: true });
const heading = (page: Page, name: string) =>
  expect(page.getByRole('heading', { name, level: 1, exact: true }).last()).toBeVisible();
const save = (page: Page) => button(page, /^(Save and go on|Save the correction|Begin)$/).click();

interface Fact {
  [field: string]: unknown;
}
const rotorReading = (corner: string, rotorPairId: string, mm: number, crack: string): Fact => ({
  kind: 'rotorMeasurement',
  corner,
  rotorPairId,
  thicknessesMm: Array.from({ length: 8 }, () => mm),
  runoutMm: null,
  lipMm: null,
  massKg: null,
  crack,
  crackLengthMm: null,
  wearMarksGone: false,
  transferLayer: 'even',
  instrument: 'byHand',
});

/** A service of the demo shop, with a way to write down what came before the case at hand. */
async function service(page: Page, car: string) {
  const ids = await idsByName(shop.url);
  const { changes } = (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
    changes: { collection: string; body: Record<string, unknown> & { id: string } }[];
  };
  const of = (collection: string) => changes.filter((c) => c.collection === collection).map((c) => c.body);
  const job = of('jobs')
    .filter((b) => b.kind === 'service' && b.carId === ids[car])
    .sort((a, b) => String(b.startAt).localeCompare(String(a.startAt)))[0]!.id;
  let n = 0;
  const write = async (...facts: Fact[]): Promise<void> => {
    for (const fact of facts) {
      const at = new Date(Date.now() - 3_600_000 + n * 1000).toISOString();
      const id = `01a00000-0000-7000-8000-${String(n++).padStart(12, '0')}`;
      const about = { id, at, recordedAt: at, by: ids['Tove Loy'], carId: ids[car], jobId: job };
      const answer = await page.request.put(`${shop.url}/api/facts/${id}`, { data: { ...about, ...fact } });
      expect(answer.ok(), await answer.text()).toBe(true);
    }
  };
  const open = (key: string) => page.goto(`/service/${job}/${key}`);
  return { job, of, write, open };
}

test(
  'a rotor cracked to its edge, decided to be changed and fitted again, still stops the car, and says so on the shelf',
  { tag: '@phone' },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
    const { of, write, open } = await service(page, 'Rooth Velund');
    const pair = of('rotorPairs').find((r) => r.label === 'R-001')!.id;
    await write(rotorReading('FL', pair, 31.3, 'toEdge'), rotorReading('FR', pair, 31.3, 'none'), {
      kind: 'partsDecision',
      subject: 'rotors',
      axle: 'front',
      corner: null,
      action: 'change',
      padSetId: null,
      rotorPairId: null,
      reason: 'Cracked.',
    });
    await open('fit.front');
    await radio(page, /^P-001/).click();
    // The same pair is offered with what was seen on it, never silently.
    await radio(page, /^R-001.*on the car/).click();
    await expect(page.getByTestId('pairing')).toContainText('Crack reaches an edge');
    for (const corner of ['FL', 'FR']) await button(page, `${corner}: all OK`).click();
    await radio(page, 'Why now: Working together').click();
    await save(page);
    await expect(page.getByRole('heading', { level: 1 }).last()).not.toHaveText('Fit, front');
    await open('release');
    await expect(page.getByTestId('stops')).toContainText('Crack reaches an edge at the left front');
    // Measured again without a word on the crack: asked, and nothing is saved until somebody says why.
    await open('rotor.FL');
    for (let i = 1; i <= 8; i++) {
      await button(page, new RegExp(`^${i}: `)).click();
      await field(page, String(i)).fill('31.25');
    }
    await box(page, 'Looks good').click();
    await save(page);
    await expect(page.getByTestId('asked')).toContainText('Crack reaches an edge');
    await expect(page.getByTestId('notice')).toContainText('Crack reaches an edge');
    await heading(page, 'Rotor, left front');
    await open('release');
    await expect(page.getByTestId('stops')).toContainText('Crack reaches an edge at the left front');
    complaints.none();
  },
);

test(
  'slips are asked about at once, a lie is kept only with an answer, and one side is never both',
  { tag: '@phone' },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
    const { open, job } = await service(page, 'Rooth Velund');
    await open('reservoir');
    await button(page, /^Level: /).click();
    await field(page, 'Level').fill('900');
    await radio(page, 'Colour: Amber').click();
    await radio(page, 'Basket: Clean').click();
    await expect(page.getByTestId('asked')).toContainText(/900\smL is more than the reservoir holds: 300\smL at MAX/);
    await open('pads.FL');
    // Measured with its backing plate: asked as soon as the first figure stands.
    await field(page, 'Inner pad').fill('15.4');
    await expect(page.getByTestId('live-verdict')).toContainText('measured with its backing plate?');
    await field(page, 'Inner pad').fill('8.1');
    await button(page, /^Outer pad: /).click();
    await field(page, 'Outer pad').fill('8');
    await expect(page.getByText('Pad FL inner: measured, and nobody has looked at its face.')).toBeVisible();
    await box(page, 'Both seen, clean').click();
    await radio(page, 'Why now: Working together').click();
    await save(page);
    await expect(page.getByRole('heading', { level: 1 }).last()).not.toHaveText('Pads, left front');
    // The other side was never measured: nothing stands ready, and the sheet says so.
    await open('decide');
    await expect(page.getByText('Pads, right front: not measured.').first()).toBeVisible();
    await expect(radio(page, 'Pads, front axle: Keep')).not.toBeChecked();
    await page.goto(`/service/${job}/sheet`);
    await expect(page.getByTestId('sheet')).toContainText('not measured');
    complaints.none();
  },
);

test(
  'topping up before drawing is not read as under MIN; a soft pedal leads back, and a tap on a hold opens its step',
  { tag: '@phone' },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
    const { of, write, open, job } = await service(page, 'Helm Tessaro');
    const fluid = of('fluids').find((f) => f.name === 'Lantry Street 4')!.id;
    const bottleId = of('bottles').find((b) => b.fluidId === fluid && !b.archived)!.id;
    await write(
      { kind: 'reservoirSeen', moment: 'intake', levelMl: 160, colour: 'amber', basket: 'clean' },
      {
        kind: 'exchangeBegun',
        scope: 'full',
        method: 'pedalTwo',
        bottleId,
        drawnOffMl: 0,
        refillMl: 0,
        pressureKpa: null,
        wantedNewPercent: 90,
      },
    );
    await open('bleed.0');
    await button(page, /^Topped up: /).click();
    await field(page, 'Topped up').fill('100');
    await radio(page, 'Why now: Working together').click();
    await button(page, /^Log the top-up/).click();
    await expect(page.getByTestId('top-ups')).toContainText(/100\smL after 0\smL/);
    await button(page, /^Bled here: /).click();
    await field(page, 'Bled here').fill('110');
    await expect(page.getByTestId('level-alarm')).not.toContainText('the sequence starts again');
    await box(page, 'Fluid clear, no air').click();
    await button(page, /^Click at 11/).click();
    await box(page, 'Shut, hose off, cap on, wiped').click();
    await save(page);
    await expect(page.getByRole('heading', { level: 1 }).last()).not.toHaveText('Bleed 1, right rear');

    await open('pedalGate');
    await radio(page, 'Pedal: Firm').click();
    await radio(page, 'Sinks: Sinks').click();
    await radio(page, 'Why now: Working together').click();
    await button(page, 'Save, then bleed again').click();
    await heading(page, 'Plan the exchange');

    await page.goto(`/service/${job}`);
    await link(page, /^Release/).click();
    await expect(page.getByTestId('stops')).toContainText('Pedal sinks under a steady foot');
    await link(page, /^Open Bleed 2/)
      .first()
      .click();
    await heading(page, 'Bleed 2, left front');
    // One tap on back leads to the service, wherever somebody came from.
    await button(page, 'Back').last().click();
    await expect(page.getByTestId('service-state')).toBeVisible();
    complaints.none();
  },
);
