import type { Page } from '@playwright/test';
import { seriousFindings } from './axe';
import type { Shop } from './shops';
import { Complaints } from './watch';
import { expect, test } from './test';

// Each worker has a server of its own, so the cases of this file need not wait for each other.
test.describe.configure({ mode: 'parallel' });
let shop: Shop;
test.beforeEach(({ shop: opened }) => {
  shop = opened;
});

async function idsOf(
  page: Page,
): Promise<
  Record<
    | 'crew'
    | 'car'
    | 'heated'
    | 'venue'
    | 'event'
    | 'bottle'
    | 'fluid'
    | 'compound'
    | 'padSet'
    | 'rotorPair'
    | 'service'
    | 'bedded'
    | 'run'
    | 'day'
    | 'driven'
    | 'session'
    | 'closing'
    | 'diagnosis'
    | 'diagnosed',
    string
  >
> {
  const feed = await page.request.get(`${shop.url}/api/changes?limit=5000`);
  const { changes } = (await feed.json()) as {
    changes: {
      collection: string;
      body: {
        id: string;
        name?: string;
        kind?: string;
        carId?: string;
        startAt?: string;
        eventId?: string;
        sessionId?: string;
      };
    }[];
  };
  const car = changes.find((c) => c.collection === 'cars' && c.body.name === 'Helm Tessaro')!.body.id;
  const services = changes
    .filter((c) => c.collection === 'jobs' && c.body.kind === 'service' && c.body.carId === car)
    .sort((a, b) => b.body.startAt!.localeCompare(a.body.startAt!));
  const run = changes.find((c) => c.body.kind === 'beddingBegun')!.body;
  const session = changes.findLast((c) => c.body.kind === 'sessionDecision')!.body;
  const diagnosis = changes.find((c) => c.body.kind === 'diagnosisOpened')!.body;
  const eventId = changes.find((c) => c.collection === 'events' && c.body.name === 'Pellmoor club day')!.body.id;
  const booking = changes.find((c) => c.collection === 'bookings' && c.body.eventId === eventId)!.body;
  const id = (collection: string, name?: string): string =>
    changes.find((c) => c.collection === collection && (!name || c.body.name === name))!.body.id;
  return {
    crew: id('crew'),
    car: id('cars', 'Helm Tessaro'),
    heated: id('cars', 'Rooth Velund'),
    venue: id('venues', 'Dunvarrel Ring'),
    event: id('events', 'Dunvarrel two-day'),
    bottle: id('bottles'),
    fluid: id('fluids'),
    compound: id('compounds'),
    padSet: id('padSets'),
    rotorPair: id('rotorPairs'),
    service: services[0]!.body.id,
    bedded: run.carId!,
    run: run.id,
    day: id('events', 'Pellmoor club day'),
    driven: session.carId!,
    session: session.sessionId!,
    closing: booking.id,
    diagnosis: diagnosis.id,
    diagnosed: diagnosis.carId!,
  };
}

const steps = [
  'pedalBaseline',
  'driver',
  'reservoir',
  'boil',
  'ground',
  'pads.FL',
  'rotor.FL',
  'wheelBearing.FL',
  'look',
  'decide',
  'exchange',
  'level',
  'pedalGate',
  'wheels',
  'release',
  'sheet',
];

for (const theme of ['light', 'dark'] as const) {
  test(
    `every main view is free of serious findings, ${theme}`,
    { tag: theme === 'light' ? ['@phone', '@wide'] : '@phone' },
    async ({ page }, info) => {
      test.setTimeout(600_000);
      const complaints = new Complaints(page);
      const ids = await idsOf(page);
      await page.addInitScript(
        (preferences) => localStorage.setItem('calvik.preferences', preferences),
        JSON.stringify({ crewId: ids.crew, theme }),
      );
      const car = `/cars/${ids.car}`;
      const views = [
        '/',
        '/cars',
        car,
        `${car}/test`,
        `${car}/verdict`,
        `${car}/flush`,
        `${car}/plan`,
        '/cars/new',
        '/events/new',
        `/events/${ids.event}`,
        '/work',
        '/bench',
        '/inventory',
        `/inventory/bottles/${ids.bottle}`,
        `/inventory/fluids/${ids.fluid}`,
        `/inventory/compounds/${ids.compound}`,
        '/settings',
        '/settings/rules',
        '/settings/week',
        '/settings/archived',
        '/weeks',
        '/another-look',
        '/search',
        `${car}/as-it-came`,
        `${car}/sheet`,
        `/inventory/pads/${ids.padSet}`,
        `/inventory/rotors/${ids.rotorPair}`,
        '/inventory/pads/new',
        '/inventory/rotors/new',
        `/events/${ids.event}/work`,
        '/plan',
        '/board',
        '/inventory/orders',
        '/inventory/suppliers/new',
        '/inventory/wear-parts/new',
        `/crew/${ids.crew}`,
        '/import',
        '/messages',
        `/cars/${ids.heated}/heat`,
        `/cars/${ids.heated}/heat/readings`,
        `/cars/${ids.heated}/heat/figures`,
        `/venues/${ids.venue}`,
        `/venues/${ids.venue}/trace`,
        '/inventory/compounds/new',
        '/procedures',
        '/procedures/new',
        `${car}/bedding`,
        `${car}/bedding/plan`,
        `/cars/${ids.bedded}/bedding/${ids.run}`,
        `/events/${ids.day}/day`,
        `/events/${ids.day}/timetable`,
        `/events/${ids.day}/session?car=${ids.driven}`,
        `/events/${ids.day}/closing/${ids.closing}`,
        `/track/${ids.driven}/${ids.session}`,
        `/track/${ids.driven}/${ids.session}/decide`,
        `/track/${ids.driven}/${ids.session}/card`,
        `/cars/${ids.driven}/diagnosis?signs=pulls`,
        `/cars/${ids.diagnosed}/diagnosis/${ids.diagnosis}`,
        '/case-weights',
        `/service/${ids.service}`,
        // The steps are the same on the wide screen, beside their list.
        ...(info.project.name === 'phone' ? steps : steps.slice(5, 7)).map((step) => `/service/${ids.service}/${step}`),
      ];
      const found: string[] = [];
      for (const view of views) {
        await page.goto(shop.url + view);
        await expect(page.getByRole('heading', { level: 1 }).last()).toBeVisible();
        await expect(page.getByText(/^Reading( the logbook)? …$/)).toHaveCount(0);
        await expect(page.getByLabel('Reading', { exact: true })).toHaveCount(0);
        found.push(...(await seriousFindings(page, view)));
      }
      expect(found).toEqual([]);
      complaints.none();
    },
  );
}

test(
  'everything that a gloved thumb touches in a step is 48 px or more each way',
  { tag: '@phone' },
  async ({ page }) => {
    const ids = await idsOf(page);
    await page.addInitScript(
      (preferences) => localStorage.setItem('calvik.preferences', preferences),
      JSON.stringify({ crewId: ids.crew }),
    );
    const small: string[] = [];
    let measured = 0;
    for (const step of ['', ...steps]) {
      await page.goto(`/service/${ids.service}/${step}`);
      await expect(page.getByRole('heading', { level: 1 }).last()).toBeVisible();
      await expect(page.getByText(/^Reading( the logbook)? …$/)).toHaveCount(0);
      const found = await page.evaluate(() =>
        [
          ...document.querySelectorAll(
            '[role="button"], button, [role="radio"], [role="checkbox"], [role="link"], [role="menuitem"]',
          ),
        ]
          .map((element) => {
            const { width, height } = element.getBoundingClientRect();
            return { name: element.getAttribute('aria-label') ?? element.textContent ?? '', width, height };
          })
          .filter(({ width, height }) => width > 0 && height > 0),
      );
      measured += found.length;
      for (const { name, width, height } of found) {
        if (Math.min(width, height) < 47.5)
          small.push(`${step}: ${name} is ${Math.round(width)} × ${Math.round(height)}`);
      }
    }
    expect(measured).toBeGreaterThan(200);
    expect(small).toEqual([]);
  },
);
