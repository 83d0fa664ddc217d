import type { Page } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { HELD_MS, button, deviceOf, field, idsByName, link, pagesAreHere, pick } from './people';
import type { Shop } from './shops';
import { pdfText } from './pdf';
import { expect, long, test } from './test';

/** Bedding: chosen, foreseen, driven on the phone, looked at, accepted; and the event that wants bedded parts. */
let shop: Shop;
test.beforeEach(({ shop: opened }) => {
  shop = opened;
});

const checks = [
  'Pedal firm',
  'Fluid at MAX, cap on',
  'Tyres: pressure and tread',
  'A passenger works the phone, not the driver',
  'Long sight, nobody behind, nobody ahead',
];
const goThrough = async (page: Page, names: readonly string[]): Promise<void> => {
  for (const name of names) await page.getByRole('checkbox', { name: `Before: ${name}` }).click();
};
/** Everything that the run has told the driver: at ten times the pace some of it stands for a moment only. */
const shownPrompts = (page: Page): Promise<string[]> =>
  page.evaluate(() => (window as unknown as { shownPrompts: string[] }).shownPrompts);
const watchPrompts = async (page: Page): Promise<void> => {
  await page.addInitScript(() => {
    const shown: string[] = [];
    (window as unknown as { shownPrompts: string[] }).shownPrompts = shown;
    new MutationObserver(() => {
      const now = document.querySelector('[data-testid="prompt"]')?.textContent;
      if (now && now !== shown.at(-1)) shown.push(now);
    }).observe(document, { subtree: true, childList: true, characterData: true });
  });
};
const prompt = (page: Page) => page.getByTestId('prompt');

/** Two short applications and a few seconds of cooling, for a run in real time. */
async function shortProcedure(name: string): Promise<void> {
  const id = uuidv7();
  const body = {
    id,
    version: 0,
    archived: false,
    name,
    author: 'padMaker',
    source: 'Sheet 9',
    compoundId: (await idsByName(shop.url))['Holt Sprint'],
    use: 'track',
    isMachine: false,
    series: [{ fromKmh: 60, toKmh: 15, decelG: 0.6, count: 2, dragS: null, restS: 0 }],
    cooling: { minutes: 0.1, kmh: 40 },
    cycles: 1,
    places: ['closedCourse', 'privateGround'],
    aimsAtC: null,
    notes: '',
  };
  const saved = await fetch(`${shop.url}/api/procedures/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  });
  expect(saved.status).toBe(201);
}

/** Opens a run of the front axle with what is proposed. */
async function openRun(page: Page, car: string): Promise<void> {
  await page.goto(`/cars/${car}/bedding/plan`);
  await page.getByRole('radio', { name: 'Axles: Front' }).click();
  await page.getByRole('radio', { name: 'Place: Closed course' }).click();
  await page.getByRole('radio', { name: /^Ducts: (Open|None)/ }).click();
  await goThrough(page, checks);
  await button(page, 'Open the run').click();
  await expect(button(page, 'Begin cycle 1')).toBeVisible();
}

/**
 * A phone's satellite receiver: under the roof at first, and once the page hears `setOff` in a car that drives these speeds. Five places a
 * second, northwards, each stamped with the moment that it is true for, also where the page was too busy to take it at once. The browser's
 * own stand-in stamps a place when it is handed over, which on a busy machine says nothing of speed.
 * @param speeds seconds and km/h, straight between them
 */
const driveReceiver = async (page: Page, speeds: readonly (readonly [number, number])[]): Promise<void> => {
  await page.addInitScript((corners) => {
    const metresAt = (s: number): number =>
      corners.slice(1).reduce((metres, [t2, v2], i) => {
        const [t1, v1] = corners[i]!;
        const until = Math.min(Math.max(s, t1), t2);
        const v = v1 + ((v2 - v1) * (until - t1)) / (t2 - t1);
        return metres + (((v1 + v) / 2) * (until - t1)) / 3.6;
      }, 0);
    navigator.geolocation.watchPosition = (told, failed) => {
      const tell = (at: number, s: number): void =>
        told({
          timestamp: at,
          coords: { latitude: 50 + metresAt(s) / 111_320, longitude: 8, speed: null, accuracy: 3 },
        } as GeolocationPosition);
      failed?.({ code: 2, PERMISSION_DENIED: 1 } as GeolocationPositionError);
      window.addEventListener('setOff', () => {
        const began = Date.now();
        let next = 0;
        window.setInterval(() => {
          for (; began + next <= Date.now(); next += 200) tell(began + next, next / 1000);
        }, 100);
      });
      return 7;
    };
  }, speeds);
};

const allEven = async (page: Page, decision: string): Promise<void> => {
  await page.getByRole('checkbox', { name: 'All four even blue-grey' }).click();
  await page.getByRole('radio', { name: `Decision: ${decision}` }).click();
  // To accept a pair is a signature: it is held.
  await button(page, /^(Save the look|Accept, signed)/).click({ delay: HELD_MS });
};

test(
  'a green pair becomes a bedded one: foreseen, driven with a full stop and a reload, two cycles, accepted',
  { tag: '@phone', annotation: long('two cycles are driven stop by stop, on a page that draws each.') },
  async ({ browser }) => {
    test.setTimeout(300_000);
    const ids = await idsByName(shop.url);
    const [car, event] = [ids['Rooth Velund']!, ids['Dunvarrel two-day']!];
    const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
    await watchPrompts(page);

    await test.step('rotors that were turned make the pair green, and the event that wants bedded parts says so', async () => {
      await page.goto(`/cars/${car}/bedding`);
      await button(page, 'Rotors R-001 were turned or cleaned').click();
      await page.getByRole('radio', { name: 'Rotors R-001: Skimmed' }).click();
      await expect(page.getByTestId('layer-front')).toContainText('Green');
      await page.goto(`/events/${event}`);
      await expect(page.getByText(/Front pads P-001 on R-001/).first()).toBeVisible();
    });

    await test.step('the maker’s sheet is proposed; another one wants a reason; what it will do is said', async () => {
      await page.goto(`/cars/${car}/bedding/plan`);
      await page.getByRole('radio', { name: 'Axles: Front' }).click();
      await expect(page.getByTestId('chosen-procedure')).toContainText(
        'Proposed: the pad maker’s sheet of this compound.',
      );
      await expect(page.getByText(/Pad maker and rotor maker disagree/)).toBeVisible();
      await expect(page.getByTestId('prediction')).toContainText(/The layer forms from application \d/);
      await button(page, 'Stop by stop, as a table').click();
      await expect(page.getByRole('table', { name: 'Rotor faces stop by stop' })).toBeVisible();
      await button(page, 'Choose another').click();
      await page.getByRole('option', { name: 'Road pads, hard slowings' }).click();
      await expect(
        page.getByText('“Kerren R2, from the sheet” is proposed: say why another one is followed.'),
      ).toBeVisible();
      await button(page, 'Open the run').click();
      await expect(page.getByTestId('notice')).toContainText('Say where it is driven.');
      await button(page, 'Choose another').click();
      await page.getByRole('option', { name: 'Kerren R2, from the sheet' }).click();
      await page.getByRole('radio', { name: 'Place: Road' }).click();
      await expect(page.getByText('This procedure is not for the road.')).toBeVisible();
      await expect(page.getByText(/over the 100\skm\/h that is lawful on the road/).first()).toBeVisible();
      await page.getByRole('radio', { name: 'Place: Closed course' }).click();
      await goThrough(page, checks);
      await button(page, 'Open the run').click();
      await expect(page.getByTestId('notice')).toContainText('See what is still open above.');
      await goThrough(page, ['Ducts taped']);
      await button(page, 'Open the run').click();
    });

    /** The simulated driver stands still at the second application of the first cycle, and does the rest well. */
    let told = [null, 'fullStop', ...Array.from({ length: 50 }, () => null)];
    await page.route('**/api/bench/drives', async (route) => {
      if (route.request().method() !== 'POST') return route.continue();
      // As fast as the simulated driver goes: what is told and counted is the same.
      const body = { ...(route.request().postDataJSON() as object), told, pace: 40 };
      told = told.slice(2).map(() => null);
      await route.continue({ postData: JSON.stringify(body) });
    });
    const drive = async (cycle: number): Promise<void> => {
      await page.getByRole('radio', { name: 'Speed: Simulated drive' }).click();
      await page.getByRole('radio', { name: 'Pace: 10 ×' }).click();
      await button(page, `Begin cycle ${cycle}`).click();
    };

    await test.step('driven: counted by itself, a full stop is said, a reload takes nothing', async () => {
      await drive(1);
      await expect.poll(() => shownPrompts(page), { timeout: 60_000 }).toContain('Roll on. Foot off the brake');
      await expect(page.getByTestId('count')).toContainText(/[4-9] \/ 12/, { timeout: 60_000 });
      await page.reload();
      await expect(page.getByTestId('kept')).toContainText(
        /[4-9] of 12 applications are counted, and kept on this phone/,
      );
      await page.getByRole('radio', { name: 'Pace: 10 ×' }).click();
      await button(page, 'Go on').click();
      await expect(prompt(page)).toContainText('Roll, no brakes', { timeout: 90_000 });
      await expect(button(page, 'Look at the faces')).toBeVisible({ timeout: 90_000 });
      await expect(page.getByText(/Cycle 1: 1[2-9] of 1[2-9] applications/)).toBeVisible();
      await expect(page.getByText('Stopped on hot pads once: look for a pad outline.')).toBeVisible();
      await expect(page.getByTestId('application').nth(1)).toContainText('full stop');
    });

    await test.step('the look: silver asks for another cycle, and accepting it wants a lead', async () => {
      await button(page, 'Look at the faces').click();
      await button(page, 'Save the look').click();
      await expect(page.getByTestId('notice')).toContainText('Say what each of the four faces looks like.');
      await page.getByRole('checkbox', { name: 'All four even blue-grey' }).click();
      await button(page, 'Open left front, outer face').click();
      await page.getByRole('checkbox', { name: 'left front, outer face: Silver showing' }).click();
      await button(page, 'Save the look').click();
      await expect(page.getByTestId('notice')).toContainText('a face is even, or it is not');
      await page.getByRole('checkbox', { name: 'left front, outer face: Even blue-grey' }).click();
      await expect(page.getByTestId('proposed')).toContainText('Another cycle: silver showing');
      await page.getByRole('radio', { name: 'Decision: Accept: bedded' }).click();
      await button(page, /^Accept, signed/).click({ delay: HELD_MS });
      await expect(page.getByTestId('notice')).toContainText('only a lead accepts them as they are');
      await page.getByRole('radio', { name: 'Decision: Another cycle' }).click();
      await button(page, 'Save the look').click();
      await button(page, 'Begin cycle 2').click();
    });

    await test.step('the second cycle, looked at with a photo and accepted; the tape comes off', async () => {
      await drive(2);
      await expect(button(page, 'Look at the faces')).toBeVisible({ timeout: 120_000 });
      await button(page, 'Look at the faces').click();
      const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button(page, 'Take a photo').click()]);
      await chooser.setFiles({ name: 'face.png', mimeType: 'image/png', buffer: await page.screenshot() });
      await expect(page.getByRole('img', { name: 'Photo 1 of the faces' })).toBeVisible();
      await allEven(page, 'Accept: bedded');
      await expect(page.getByText('Bedded: looked at and accepted.')).toBeVisible();
      await button(page, 'The tape is off the ducts').click();
      await expect(button(page, 'To the car')).toBeVisible();
      await page.goto(`/cars/${car}/bedding`);
      await expect(page.getByTestId('layer-front')).toContainText('Bedded');
      await page.goto(`/events/${event}`);
      await expect(page.getByRole('heading', { level: 1 }).last()).toBeVisible();
      await expect(page.getByText(/Front pads P-001 on R-001/)).toHaveCount(0);
    });

    await test.step('the sheet, the table and the track say what was done', async () => {
      const feed = (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
        changes: { body: { id: string; kind?: string; carId?: string } }[];
      };
      const run = feed.changes.findLast(({ body }) => body.kind === 'beddingBegun' && body.carId === car)!.body.id;
      const get = async (path: string): Promise<Response> => fetch(`${shop.url}/api/bedding-runs/${run}/${path}`);
      const sheet = await pdfText(new Uint8Array(await (await get('sheet.pdf')).arrayBuffer()));
      for (const said of [
        'BEDDED. Looked at and accepted.',
        'Kerren R2, from the sheet',
        'Cycle 2',
        'full stop',
        'Tove Loy',
      ])
        expect(sheet).toContain(said);
      const table = (await (await get('applications.csv')).text()).trim().split('\r\n');
      expect(table[0]).toContain('"effort g"'.replaceAll('"', ''));
      expect(table.length).toBeGreaterThan(24);
      expect(await (await get('drive.gpx')).text()).toContain('<trkpt');
    });
    complaints.none();
  },
);

test('by the phone’s own place, minute by minute of the phone’s clock', { tag: '@phone' }, async ({ browser }) => {
  test.setTimeout(180_000);
  await shortProcedure('Two from sixty');
  const ids = await idsByName(shop.url);
  const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
  await page.context().grantPermissions(['geolocation']);
  await page.clock.install();
  // Speed over time, km/h: up, hold, brake at 0.6 g, up, hold, brake, roll.
  await driveReceiver(page, [
    [0, 0],
    [2, 0],
    [9, 60],
    [11, 60],
    [13.1, 15],
    [18.5, 60],
    [20, 60],
    [22.1, 15],
    [25, 40],
    [60, 40],
  ]);
  await openRun(page, ids['Helm Tessaro']!);
  await button(page, 'Begin cycle 1').click();
  await expect(page.getByText(/The phone has lost its place/)).toBeVisible();
  await page.evaluate(() => window.dispatchEvent(new Event('setOff')));
  await page.clock.runFor(3_000);
  await expect(page.getByText(/The phone has lost its place/)).toBeHidden();
  await page.clock.runFor(60_000);
  await expect(button(page, 'Look at the faces')).toBeVisible({ timeout: 90_000 });
  await expect(page.getByText('Cycle 1: 2 of 2 applications')).toBeVisible();
  await expect(page.getByText(/This phone’s own speed/)).toBeVisible();
  complaints.none();
});

test(
  'with the place refused and no connection from start to end: taps count, and everything arrives later',
  { tag: '@phone' },
  async ({ browser }) => {
    test.setTimeout(180_000);
    await shortProcedure('Two by hand');
    const ids = await idsByName(shop.url);
    const car = ids['Helm Tessaro']!;
    const { page, complaints } = await deviceOf(browser, ids['Bram Okell']!);
    await openRun(page, car);
    await pagesAreHere(page);
    await page.context().setOffline(true);
    await button(page, 'Begin cycle 1').click();
    await expect(page.getByText(/refuses the phone’s place|has no place and no speed/)).toBeVisible();
    await button(page, 'End here').click();
    await button(page, 'End the cycle').click();
    await expect(page.getByText('Say why it ends here.')).toBeVisible();
    await page.getByRole('checkbox', { name: 'Why: Out of time' }).click();
    await button(page, 'End the cycle').click();
    // Nothing was driven: it is looked at all the same, and another cycle follows, by tap.
    await button(page, 'Look at the faces').click();
    await allEven(page, 'Another cycle');
    await button(page, 'Begin cycle 2').click();
    await page.getByRole('radio', { name: 'Speed: One tap for each application' }).click();
    await button(page, 'Begin cycle 2').click();
    await button(page, 'Braked: count it').click();
    await expect(page.getByTestId('count')).toContainText('1 / 2');
    await button(page, 'Braked: count it').click();
    await expect(prompt(page)).toContainText('Roll, no brakes');
    await expect(button(page, 'Look at the faces')).toBeVisible({ timeout: 30_000 });
    await button(page, 'Look at the faces').click();
    await allEven(page, 'Accept: bedded');
    await expect(page.getByText('Bedded: looked at and accepted.')).toBeVisible();
    const onServer = async (): Promise<string[]> => {
      const feed = (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
        changes: { body: { kind?: string; carId?: string; decision?: string } }[];
      };
      return feed.changes.flatMap(({ body }) =>
        body.kind === 'beddingLook' && body.carId === car ? [body.decision!] : [],
      );
    };
    expect(await onServer()).not.toContain('accept');
    await page.context().setOffline(false);
    await expect.poll(onServer, { timeout: 60_000 }).toContain('accept');
    complaints.expected(/Failed to load resource|ERR_INTERNET_DISCONNECTED/);
    complaints.none();
  },
);

test(
  'a procedure in mixed units is written, copied and versioned; a recorded drive is counted beside the model',
  { tag: '@wide' },
  async ({ browser }) => {
    test.setTimeout(180_000);
    const ids = await idsByName(shop.url);
    const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);

    await test.step('from a school of the trade to the shop’s own', async () => {
      await page.goto('/inventory');
      await link(page, 'Bedding procedures').click();
      await link(page, 'Procedure Road pads, hard slowings').click();
      await button(page, 'Copy').click();
      await field(page, 'Name').fill('Lane, mixed');
      await pick(page, 'For the compound', 'Kerren R2');
      await field(page, 'From').fill('60 mph');
      await expect(page.getByText(/97 km\/h = 60\.0 mph|96\.6 km\/h = 60\.0 mph|km\/h = 60/).first()).toBeVisible();
      await field(page, 'To').fill('95 km/h');
      await button(page, 'Save procedure').click();
      await expect(page.getByText(/An application ends slower than it begins/).first()).toBeVisible();
      await field(page, 'To').fill('10 km/h');
      await field(page, 'Count').fill('6');
      await button(page, 'Save procedure').click();
      await link(page, 'Procedure Lane, mixed').click();
      await expect(field(page, 'From')).toHaveValue(/60 mph/);
      await field(page, 'Notes').fill('Warm air only');
      await button(page, 'Save procedure').click();
      await expect(link(page, 'Procedure Lane, mixed')).toContainText('version 2');
    });

    await test.step('a drive out of a file: a bad one is refused, a good one counted', async () => {
      const car = ids['Tarrick Karsk']!;
      await page.goto(`/cars/${car}/bedding/plan`);
      await page.getByRole('radio', { name: 'Axles: Front' }).click();
      await button(page, 'Choose another').click();
      await page.getByRole('option', { name: 'Lane, mixed' }).click();
      await field(page, 'Why this one').fill('Straight is short');
      await page.getByRole('radio', { name: 'Place: Private ground' }).click();
      await page.getByRole('radio', { name: /^Ducts: (Open|None)/ }).click();
      await goThrough(page, checks);
      await button(page, 'Open the run').click();
      await link(page, 'A recorded drive instead').click();
      const chooser = page.locator('input[type=file]');
      await chooser.setInputFiles({ name: 'a.csv', mimeType: 'text/csv', buffer: Buffer.from('hello') });
      await expect(page.getByText(/No table can be found in this file/)).toBeVisible();
      const rows: string[] = [];
      let [s, v] = [0, 0];
      const to = (kmh: number, rate: number): void => {
        const step = Math.sign(kmh - v) * rate * 0.2;
        while (Math.abs(kmh - v) > Math.abs(step))
          rows.push(`${(s += 0.2).toFixed(1)};${((v += step) / 1.609344).toFixed(2)}`);
        v = kmh;
      };
      for (let i = 0; i < 7; i++) {
        to(97, 8);
        to(10, 0.8 * 9.80665 * 3.6);
      }
      to(70, 8);
      for (let i = 0; i < 600; i++) rows.push(`${(s += 0.2).toFixed(1)};${(70 / 1.609344).toFixed(2)}`);
      await chooser.setInputFiles({
        name: 'lane.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(`time s;speed mph\n${rows.join('\n')}\n`),
      });
      await expect(page.getByText('6 of 6 applications')).toBeVisible();
      await expect(page.getByTestId('speed-chart')).toBeVisible();
      await button(page, 'Count them too').click();
      await expect(page.getByText('7 of 7 applications')).toBeVisible();
      await expect(page.getByTestId('application').first()).toContainText('by the procedure');
      await button(page, 'Save as cycle 1').click();
      await expect(page.getByText(/Cycle 1: 7 of 7 applications/)).toBeVisible();
      await expect(page.getByText(/Recorded drive/).first()).toBeVisible();
    });

    await test.step('a set goes to a machine and comes back bedded to its rotors', async () => {
      await page.goto('/inventory');
      await link(page, /^P-011/).click();
      await button(page, 'Send them to be bedded').click();
      await button(page, 'They are on their way').click();
      await expect(page.getByText('Say who beds them.')).toBeVisible();
      await field(page, 'Who beds them').fill('Corran Friction');
      await field(page, 'Price').fill('85');
      await button(page, 'They are on their way').click();
      await expect(page.getByText(/With Corran Friction, back on/)).toBeVisible();
      await button(page, 'Back in the box, bedded').click();
      await expect(page.getByText('Bedded', { exact: true })).toBeVisible();
    });
    complaints.expected(/422/);
    complaints.none();
  },
);
