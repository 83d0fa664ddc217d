import type { Page } from '@playwright/test';
import { deviceOf, idsByName, openView } from './people';
import type { Shop } from './shops';
import { expect, long, test } from './test';

/**
 * The docked keypad, measured by its boxes: figure, verdict, every key and the save key in view together, in every step and form that takes
 * figures, in every state: as it opens, with a bad figure, with a slip that is asked about, after a refused save, and in a correction.
 */
let shop: Shop;
test.beforeEach(({ shop: opened }) => {
  shop = opened;
});

const sizes = [
  { width: 390, height: 844 },
  { width: 360, height: 740 },
];
const keys = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0', 'Point', 'Clear', 'Erase'];

interface Box {
  top: number;
  bottom: number;
}

/** Tops and bottoms of everything that must be seen together. */
async function boxes(page: Page): Promise<Record<string, Box>> {
  return page.evaluate((names) => {
    const found: Record<string, Box> = {};
    const note = (name: string, element: Element | null | undefined): void => {
      const box = element?.getBoundingClientRect();
      if (box && box.height > 0) found[name] = { top: Math.round(box.top), bottom: Math.round(box.bottom) };
    };
    const pad = document.querySelector('[data-testid="keypad"]');
    for (const name of names) note(name, pad?.querySelector(`[aria-label="${name}"]`));
    note('figure', pad?.querySelector('input'));
    note('foot', document.querySelector('[data-testid="page-foot"]'));
    note('notice', document.querySelector('[data-testid="notice"]'));
    note('keypad', pad);
    return found;
  }, keys);
}

type Fact = Record<string, unknown>;

/** What has been written down before a step is opened: an exchange that has begun, readings that stand, so that a new one corrects them. */
const standing = (bottleId: string): Fact[] => {
  const face = { thicknessMm: 8, otherEndMm: null, conditions: [], isSeen: true };
  const corner = 'FL';
  return [
    { kind: 'reservoirSeen', moment: 'intake', levelMl: 250, colour: 'amber', basket: 'clean' },
    {
      kind: 'padMeasurement',
      corner,
      padSetId: null,
      inner: face,
      outer: face,
      hatClearanceMm: null,
      instrument: 'byHand',
    },
    {
      kind: 'rotorMeasurement',
      corner,
      rotorPairId: null,
      thicknessesMm: [27.4],
      runoutMm: null,
      lipMm: null,
      massKg: null,
      crack: 'none',
      crackLengthMm: null,
      wearMarksGone: false,
      transferLayer: 'even',
      instrument: 'byHand',
    },
    { kind: 'wheelBearingMeasurement', corner, playMm: 0.2, method: 'rim' },
    {
      kind: 'exchangeBegun',
      scope: 'full',
      method: 'pressureAir',
      bottleId,
      drawnOffMl: 0,
      refillMl: 0,
      pressureKpa: 100,
      wantedNewPercent: 90,
    },
    {
      kind: 'partsDecision',
      subject: 'pads',
      axle: 'front',
      corner: null,
      action: 'change',
      padSetId: null,
      rotorPairId: null,
      reason: 'Worn.',
    },
  ];
};

for (const size of sizes)
  test(
    `at ${size.width} × ${size.height}, in every step and state, every key, the figure and the save key are in view, and no verdict moves a key`,
    {
      tag: '@phone',
      annotation: long('twenty steps and forms are each brought into five states and measured.'),
    },
    async ({ browser }) => {
      const ids = await idsByName(shop.url);
      const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
      const feed = (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
        changes: {
          collection: string;
          body: { id: string; kind?: string; carId?: string; startAt?: string; archived?: boolean };
        }[];
      };
      const jobsOf = (car: string): string[] =>
        feed.changes
          .filter(({ collection, body }) => collection === 'jobs' && body.kind === 'service' && body.carId === ids[car])
          .map(({ body }) => body)
          .sort((a, b) => a.startAt!.localeCompare(b.startAt!))
          .map(({ id }) => id);
      // One service has been signed, so that whatever is saved in it corrects; one is fresh; one stands in its middle, with a clutch on the reservoir.
      const [signed] = jobsOf('Rooth Velund');
      const fresh = jobsOf('Rooth Velund').at(-1)!;
      const busy = jobsOf('Tarrick Karsk').at(-1)!;
      const bottle = feed.changes.filter(({ collection, body }) => collection === 'bottles' && !body.archived).at(-6)!;
      for (const [n, fact] of standing(bottle.body.id).entries()) {
        const at = new Date(Date.now() - 600_000 + n * 1000).toISOString();
        const id = `01a00000-0000-7000-8000-${String(n).padStart(12, '0')}`;
        const about = { id, at, recordedAt: at, by: ids['Tove Loy'], carId: ids['Tarrick Karsk'], jobId: busy };
        const answer = await page.request.put(`${shop.url}/api/facts/${id}`, { data: { ...about, ...fact } });
        expect(answer.ok(), `${String(fact.kind)}: ${await answer.text()}`).toBe(true);
      }
      const places = [
        { path: `/cars/${ids['Rooth Velund']}/test`, name: 'boiling test' },
        ...['reservoir', 'boil', 'pads.FL', 'rotor.FL', 'wheelBearing.FL', 'exchange', 'level', 'wheels'].map(
          (step) => ({
            path: `/service/${fresh}/${step}`,
            name: step,
          }),
        ),
        ...['reservoir', 'pads.FL', 'rotor.FL', 'level', 'wheels'].map((step) => ({
          path: `/service/${signed}/${step}`,
          name: `${step} corrected`,
        })),
        ...['pads.FL', 'rotor.FL', 'retract.front', 'torque.front', 'leakDown', 'bleed.0', 'clutch'].map((step) => ({
          path: `/service/${busy}/${step}`,
          name: `${step} under way`,
        })),
      ];
      const seen: string[] = [];
      let measured = 0;
      {
        await page.setViewportSize(size);
        for (const { path, name } of places) {
          await openView(page, path);
          // A click wrench has one large key until somebody types a reading.
          const typing = page.getByRole('button', { name: 'Type a reading', exact: true });
          if (/wheels|torque/.test(name)) await typing.click();
          // Where most is answered without keys they come with a tap on the line.
          if (/reservoir|level/.test(name)) await page.getByRole('button', { name: /^Level: / }).click();
          if (/exchange/.test(name)) await page.getByRole('button', { name: /^Draw off: / }).click();
          await expect(page.getByTestId('keypad'), name).toBeVisible();
          const measure = async (state: string, still?: Record<string, Box>): Promise<Record<string, Box>> => {
            const all = await boxes(page);
            for (const key of [...keys, 'figure', 'foot']) {
              expect(all[key], `${name}, ${state}: ${key}`).toBeDefined();
              expect(all[key]!.top, `${name}, ${state}: ${key}`).toBeGreaterThanOrEqual(0);
              expect(all[key]!.bottom, `${name}, ${state}: ${key}`).toBeLessThanOrEqual(size.height);
              if (still && key !== 'foot') expect(all[key], `${name}, ${state}: ${key} has moved`).toEqual(still[key]);
            }
            expect(all.keypad!.bottom, `${name}, ${state}: keypad over the foot`).toBeLessThanOrEqual(
              all.foot!.top + 1,
            );
            // Whatever else is typed into on the page takes a gloved thumb.
            const low = await page.evaluate(() =>
              [...document.querySelectorAll('[role="main"] input, [role="main"] textarea')]
                .filter((e) => !e.closest('[data-testid="keypad"]') && e.getClientRects().length > 0)
                .map((e) => [e.getAttribute('aria-label'), e.getBoundingClientRect().height] as const)
                .filter(([, height]) => height > 0 && height < 48),
            );
            expect(low, `${name}, ${state}: lines under 48 px`).toEqual([]);
            measured += 1;
            return all;
          };
          const key = (label: string) => page.getByTestId('keypad').getByRole('button', { name: label, exact: true });
          const empty = await measure('as it opens');
          await key('Clear').click();
          await key('1').click();
          await measure('with a bad figure', empty);
          for (const digit of ['9', '9', '9']) await key(digit).click();
          await measure('with a slip', empty);
          // What is refused says why above the keys.
          const save = page.getByTestId('page-foot').getByRole('button').last();
          await save.click();
          const refused = await measure('after a refused save', empty);
          await key('Clear').click();
          seen.push(
            `${size.width}×${size.height} ${name}: keypad ${empty.keypad!.top}–${empty.keypad!.bottom}, foot ${empty.foot!.top}${refused.notice ? ', refused with a word' : ''}`,
          );
        }
      }
      complaints.expected(/409|422/);
      complaints.none();
      console.log(`${seen.join('\n')}\n${measured} states measured`);
    },
  );
