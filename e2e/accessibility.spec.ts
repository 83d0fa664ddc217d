import type { BrowserContext, Page } from '@playwright/test';
import { seriousFindings } from './axe';
import { openView } from './people';
import type { Shop } from './shops';
import { expect, test as base } from './test';
import { Complaints } from './watch';

/**
 * Every main view on the demo shop: free of serious findings, on the phone in both themes and with thumb-sized targets in a service. Views are only
 * read, so the cases of a worker share one shop and one page.
 */
interface Viewer {
  page: Page;
  complaints: Complaints;
  ids: Ids;
}
type Ids = Awaited<ReturnType<typeof idsOf>>;

const test = base.extend<object, { viewer: Viewer }>({
  viewer: [
    async ({ browser, host }, use, { project }) => {
      const shop: Shop = await host.open('demo');
      const { viewport, hasTouch, locale, timezoneId } = project.use;
      const context: BrowserContext = await browser.newContext({
        viewport: viewport ?? null,
        hasTouch: hasTouch ?? false,
        locale: locale ?? 'en-GB',
        timezoneId: timezoneId!,
        baseURL: shop.url,
      });
      const page = await context.newPage();
      const ids = await idsOf(shop.url);
      await page.addInitScript(
        (preferences) => localStorage.setItem('calvik.preferences', preferences),
        JSON.stringify({ crewId: ids.crew, theme: 'system' }),
      );
      await use({ page, complaints: new Complaints(page), ids });
      await context.close();
      await shop.close();
    },
    { scope: 'worker', timeout: 60_000 },
  ],
});

interface Body {
  id: string;
  name?: string;
  kind?: string;
  carId?: string;
  startAt?: string;
  eventId?: string;
  sessionId?: string;
}

async function idsOf(url: string) {
  const { changes } = (await (await fetch(`${url}/api/changes?limit=5000`)).json()) as {
    changes: { collection: string; body: Body }[];
  };
  const id = (collection: string, name?: string): string =>
    changes.find((c) => c.collection === collection && (!name || c.body.name === name))!.body.id;
  const car = id('cars', 'Helm Tessaro');
  const services = changes
    .filter((c) => c.collection === 'jobs' && c.body.kind === 'service' && c.body.carId === car)
    .sort((a, b) => b.body.startAt!.localeCompare(a.body.startAt!));
  const run = changes.find((c) => c.body.kind === 'beddingBegun')!.body;
  const session = changes.findLast((c) => c.body.kind === 'sessionDecision')!.body;
  const diagnosis = changes.find((c) => c.body.kind === 'diagnosisOpened')!.body;
  const day = id('events', 'Pellmoor club day');
  return {
    crew: id('crew'),
    car,
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
    day,
    driven: session.carId!,
    session: session.sessionId!,
    queued: id('queueEntries'),
    closing: changes.find((c) => c.collection === 'bookings' && c.body.eventId === day)!.body.id,
    diagnosis: diagnosis.id,
    diagnosed: diagnosis.carId!,
  };
}

/** By name in braces: the ids of the demo shop. */
const views = [
  '/',
  '/cars',
  '/cars/{car}',
  '/cars/{car}/test',
  '/cars/{car}/verdict',
  '/cars/{car}/flush',
  '/cars/{car}/plan',
  '/cars/{car}/as-it-came',
  '/cars/{car}/sheet',
  '/cars/{driven}/condition',
  '/cars/new',
  '/events/new',
  '/events/{event}',
  '/events/{event}/work',
  '/work',
  '/work-done',
  '/bench',
  '/inventory',
  '/inventory/bottles/{bottle}',
  '/inventory/fluids/{fluid}',
  '/inventory/compounds/{compound}',
  '/inventory/pads/{padSet}',
  '/inventory/rotors/{rotorPair}',
  '/inventory/pads/new',
  '/inventory/rotors/new',
  '/inventory/orders',
  '/inventory/suppliers/new',
  '/inventory/wear-parts/new',
  '/inventory/compounds/new',
  '/settings',
  '/settings/rules',
  '/settings/week',
  '/settings/archived',
  '/weeks',
  '/another-look',
  '/search',
  '/plan',
  '/board',
  '/crew/{crew}',
  '/import',
  '/messages',
  '/cars/{driven}/wear',
  '/cars/{driven}/cost',
  '/cars/{heated}/heat',
  '/cars/{heated}/heat/readings',
  '/cars/{heated}/heat/figures',
  '/venues/{venue}',
  '/venues/{venue}/trace',
  '/procedures',
  '/procedures/new',
  '/cars/{car}/bedding',
  '/cars/{car}/bedding/plan',
  '/cars/{bedded}/bedding/{run}',
  '/events/{day}/day',
  '/events/{day}/queue',
  '/events/{day}/queue/new',
  '/events/{day}/queue/{queued}',
  '/events/{day}/timetable',
  '/events/{day}/session?car={driven}',
  '/events/{day}/closing/{closing}',
  '/track/{driven}/{session}',
  '/track/{driven}/{session}/decide',
  '/track/{driven}/{session}/card',
  '/cars/{driven}/diagnosis?signs=pulls',
  '/cars/{diagnosed}/diagnosis/{diagnosis}',
  '/case-weights',
  '/service/{service}',
] as const;
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
].map((step) => `/service/{service}/${step}`);
/** The steps are the same on the wide screen, beside their list: two of them stand for all. */
const onPhoneAlone = new Set(steps.filter((_, i) => i < 5 || i > 6));

/** What a gloved thumb touches that is less than 48 px one way, and how much there is to touch. */
const targets = (page: Page): Promise<{ count: number; small: string[] }> =>
  page.evaluate(() => {
    const found = [
      ...document.querySelectorAll(
        '[role="button"], button, [role="radio"], [role="checkbox"], [role="link"], [role="menuitem"]',
      ),
    ]
      .map((element) => ({ element, box: element.getBoundingClientRect() }))
      .filter(({ box }) => box.width > 0 && box.height > 0);
    return {
      count: found.length,
      small: found
        .filter(({ box }) => Math.min(box.width, box.height) < 47.5)
        .map(
          ({ element, box }) =>
            `${element.getAttribute('aria-label') ?? element.textContent} is ${Math.round(box.width)} × ${Math.round(box.height)}`,
        ),
    };
  });

for (const view of [...views, ...steps]) {
  test(
    `${view} is free of serious findings`,
    { tag: onPhoneAlone.has(view) ? '@phone' : ['@phone', '@wide'] },
    async ({ viewer: { page, complaints, ids } }, { project }) => {
      await page.emulateMedia({ colorScheme: 'light' });
      await openView(
        page,
        view.replace(/\{(\w+)\}/g, (_, name: keyof Ids) => ids[name]),
      );
      const found = await seriousFindings(page, view);
      if (project.name === 'phone') {
        if (view.startsWith('/service/')) {
          const { count, small } = await targets(page);
          expect(count).toBeGreaterThan(4);
          expect(small).toEqual([]);
        }
        // The same page with other colours: only what is about colours can differ.
        await page.emulateMedia({ colorScheme: 'dark' });
        found.push(...(await seriousFindings(page, `${view}, dark`, ['color-contrast'])));
      }
      expect(found).toEqual([]);
      complaints.none();
    },
  );
}
