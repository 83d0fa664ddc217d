import type { Page } from '@playwright/test';
import { HELD_MS, button, deviceOf, field, heading, idsByName, link, todaysJob } from './people';
import { pdfText } from './pdf';
import type { Shop } from './shops';
import { measuredAndFitted } from './velund';
import { expect, long, test } from './test';

/** A whole service on one car, by clicking and typing, through every layer. */
let shop: Shop;
test.beforeEach(({ shop: opened }) => {
  shop = opened;
});

const radio = (page: Page, name: string | RegExp) => page.getByRole('radio', { name, exact: typeof name === 'string' });
const box = (page: Page, name: string | RegExp) =>
  page.getByRole('checkbox', { name, exact: typeof name === 'string' });
const save = (page: Page) => button(page, /^(Save and go on|Save the correction|No complaints: go on)$/).click();
const more = async (page: Page, what: string): Promise<void> => {
  await button(page, 'More').click();
  await page.getByRole('option', { name: what }).click();
};
/** Steps are opened from the list, as they are there for both. */
async function open(page: Page, job: string, key: string, title: string): Promise<void> {
  await page.goto(`/service/${job}/${key}`);
  await heading(page, title);
}
async function type(page: Page, label: string, text: string): Promise<void> {
  await button(page, new RegExp(`^${label.replace(/[.,()]/g, '.')}: `)).click();
  await field(page, label).fill(text);
}

async function pads(page: Page, title: string, inner: string, outer: string): Promise<void> {
  await heading(page, title);
  await type(page, 'Inner pad', inner);
  await type(page, 'Outer pad', outer);
  await box(page, 'Both seen, clean').click();
}
async function rotor(page: Page, title: string, mm: number): Promise<void> {
  await heading(page, title);
  for (let n = 1; n <= 8; n++) {
    await button(page, new RegExp(`^${n}: `)).click();
    await field(page, String(n)).fill(String(mm + (n % 3) / 500));
  }
  await box(page, 'Looks good').click();
  await save(page);
}
async function bearing(page: Page, title: string): Promise<void> {
  await heading(page, title);
  await field(page, 'Play').fill('0.2');
  await save(page);
}
async function allInOrder(page: Page, title: string): Promise<void> {
  await heading(page, title);
  await button(page, 'All OK').click();
  await save(page);
}
async function allAtBothCorners(page: Page, title: string, corners: [string, string]): Promise<void> {
  await heading(page, title);
  for (const corner of corners) await button(page, `${corner}: all OK`).click();
  await save(page);
}
/** Clicks of one line, typed. */
async function torque(page: Page, line: string, clicks: string[], label: string, verdict = /done/i): Promise<void> {
  await page.getByTestId(`torque-${line}`).click();
  const typing = button(page, 'Type a reading');
  if (await typing.isVisible()) await typing.click();
  for (const click of clicks) {
    await field(page, await clickLabel(page)).fill(click);
    await button(page, 'Log click').click();
  }
  await chooseWrench(page);
  await button(page, `Save ${label}`).click();
  await expect(page.getByTestId(`torque-${line}`)).toContainText(verdict);
}
/** Chosen once; it stays chosen on this phone. */
async function chooseWrench(page: Page): Promise<void> {
  if (!(await button(page, 'Choose the wrench').isVisible())) return;
  await button(page, 'Choose the wrench').click();
  await radio(page, /^W-2, calibrated/).click();
  await expect(page.getByText('Wrench W-2', { exact: true })).toBeVisible();
}
const clickLabel = async (page: Page): Promise<string> =>
  (await page.locator('input[aria-label^="Click, "]').getAttribute('aria-label'))!;

test(
  'two technicians measure a car and change its front pads: a reload, a hand-over, a correction, torque that is wrong',
  { tag: '@phone', annotation: long('four corners are measured figure by figure, on two phones.') },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const job = await todaysJob(shop.url, ids['Rooth Velund']!);
    const tove = await deviceOf(browser, ids['Tove Loy']!);
    const bram = await deviceOf(browser, ids['Bram Okell']!);
    const { page } = tove;

    await test.step('opened from today’s list', async () => {
      await page.goto('/work');
      await link(page, 'Service on Rooth Velund').first().click();
      await expect(page.getByTestId('service-state')).toContainText('0 of 25 steps');
      await button(page, 'Begin: Pedal, before').click();
    });

    await test.step('intake', async () => {
      await heading(page, 'Pedal, before');
      await save(page);
      await expect(page.getByText('Say how the pedal feels.')).toBeVisible();
      await radio(page, 'Pedal: Fair').click();
      await save(page);
      await heading(page, 'What the driver says');
      await box(page, 'The driver says: Judder when braking').click();
      await expect(page.getByText('First suspects: uneven transfer layer; thickness variation; cracks.')).toBeVisible();
      await save(page);
      await heading(page, 'Reservoir');
      await radio(page, 'Level: ¾').click();
      await radio(page, 'Colour: Amber').click();
      await radio(page, 'Basket: Clean').click();
      await save(page);
      await heading(page, 'Boiling test');
      for (const key of ['2', '8', '8']) await button(page, key).click();
      await expect(page.getByTestId('live-verdict')).toContainText(/Boils at 28\d\s°C, needs 245\s°C/);
      await save(page);
      await allInOrder(page, 'Up on stands');
    });

    await test.step('a reload in the middle of a reading loses nothing', async () => {
      await heading(page, 'Pads, left front');
      await type(page, 'Inner pad', '4.1');
      await page.reload();
      await heading(page, 'Pads, left front');
      await expect(button(page, 'Inner pad: 4.1')).toBeVisible();
      await type(page, 'Outer pad', '0.087 in');
      await expect(page.getByTestId('live-verdict')).toContainText(/Pad FL outer 2\.2\smm, limit 3\.0\smm: change it/);
      await expect(page.getByText(/Likely a seized piston/)).toBeVisible();
      await box(page, 'Outer pad: Glazed').click();
      await save(page);
    });

    await test.step('the right side is handed to Bram, who sees it on his phone', async () => {
      await heading(page, 'Pads, right front');
      await more(page, 'Hand over');
      await radio(page, 'What: The right side').click();
      await radio(page, 'Bram Okell').click();
      await button(page, 'Hand over').last().click();
      await heading(page, 'Pads, left rear');
      await bram.page.goto(`/service/${job}`);
      await expect(bram.page.getByTestId('step-pads.FR')).toContainText('for Bram', { timeout: 20_000 });
      await button(bram.page, 'Go on: Pads, right front').click();
      await pads(bram.page, 'Pads, right front', '3.4', '3.5');
      await save(bram.page);
      // The next one with the simulated caliper: it closes, comes to rest, and is taken.
      await heading(bram.page, 'Pads, right rear');
      await button(bram.page, 'Use the digital caliper').click();
      await button(bram.page, 'Take it').click({ timeout: 30_000 });
      await expect(button(bram.page, /^Inner pad: \d+\.\d/)).toBeVisible();
      await button(bram.page, 'Take it').click({ timeout: 30_000 });
      await box(bram.page, 'Both seen, clean').click();
      await save(bram.page);
      // Who measured with the caliper has it on already at the next part.
      await button(bram.page, 'Type instead').click();
      await rotor(bram.page, 'Rotor, right front', 31.3);
      await rotor(bram.page, 'Rotor, right rear', 23.5);
      await bearing(bram.page, 'Wheel bearing, right front');
      await bearing(bram.page, 'Wheel bearing, right rear');
    });

    await test.step('the left side meanwhile, with a photo', async () => {
      await pads(page, 'Pads, left rear', '8', '8.1');
      await button(page, 'Take a photo').click({ trial: true });
      const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button(page, 'Take a photo').click()]);
      await chooser.setFiles({ name: 'pad.png', mimeType: 'image/png', buffer: await page.screenshot() });
      await expect(page.getByRole('img', { name: 'Photo 1 of Pads, left rear' })).toBeVisible();
      await save(page);
      await rotor(page, 'Rotor, left front', 31.3);
      await rotor(page, 'Rotor, left rear', 23.5);
      await bearing(page, 'Wheel bearing, left front');
      await bearing(page, 'Wheel bearing, left rear');
      await allInOrder(page, 'Hoses, seals, hubs');
    });

    await test.step('a misread figure is corrected with a reason, and both phones see it', async () => {
      await open(page, job, 'pads.FL', 'Pads, left front');
      await expect(button(page, /^Outer pad: 2\.2/)).toBeVisible();
      await type(page, 'Outer pad', '2.8');
      await button(page, 'Save the correction').click();
      await expect(page.getByText('Say why the earlier entry is corrected.')).toBeVisible();
      await radio(page, 'Why corrected: Misread').click();
      await button(page, 'Save the correction').click();
      await expect(page.getByRole('heading', { level: 1 }).last()).not.toHaveText('Pads, left front');
      await bram.page.goto(`/service/${job}/pads.FL`);
      await expect(button(bram.page, /^Outer pad: 2\.8/)).toBeVisible({ timeout: 20_000 });
    });

    await test.step('decide: change the front pads, reserved from stock', async () => {
      await open(page, job, 'decide', 'Decide');
      await expect(page.getByText('Suggested: change.').first()).toBeVisible();
      await save(page);
      await expect(page.getByText('Decide: pads, front axle.')).toBeVisible();
      await radio(page, 'Pads, front axle: Change').click();
      await radio(page, /P-013 Holt Sprint/).click();
      for (const what of [
        'Rotors, front axle',
        'Pads, rear axle',
        'Rotors, rear axle',
        'Caliper and hub, left front',
      ]) {
        if (!(await radio(page, `${what}: Keep`).isVisible())) continue;
        await radio(page, `${what}: Keep`).click();
        // A fault is no reason to keep what has it.
        const why = field(page, `Why: ${what.toLowerCase()}`);
        if ((await why.inputValue()) === '') await why.fill('Looked at, stays on.');
      }
      await save(page);
      await heading(page, 'Retract, front');
    });

    await test.step('the overflow sum, then fit; a compound on the wrong rotors is said', async () => {
      await expect(page.getByTestId('wanted')).toContainText(
        /\d+\smL will come up, \d+\smL free: draw off at least \d+\smL first\./,
      );
      await expect(page.getByTestId('overflow')).toContainText('It will overflow by');
      await type(page, 'Drawn off', '100');
      await expect(page.getByTestId('overflow')).toContainText('After pushing back it stands at about');
      await allInOrder(page, 'Retract, front');
      await heading(page, 'Fit, front');
      await expect(page.getByTestId('pairing')).toContainText('Rotors R-001 carry a transfer layer of Kerren R2');
      await allAtBothCorners(page, 'Fit, front', ['FL', 'FR']);
    });

    await test.step('torque: a missing figure is found and put on the sheet; a click out of band is marked', async () => {
      await heading(page, 'Torque, front');
      await torque(page, 'frontCaliper.FL', ['88', '88', '88', '65 lbft'], 'front caliper bolts, FL');
      await torque(page, 'frontCaliper.FR', ['88', '87', '89', '88'], 'front caliper bolts, FR');
      await page.getByTestId('torque-frontPadPin.FL').click();
      await expect(page.getByTestId('find-figure')).toContainText('“About right” is not a figure');
      await field(page, 'Figure').fill('14');
      await button(page, 'Put it on the sheet').click();
      await expect(page.getByText('Say where the figure stands: sheet and page.')).toBeVisible();
      await field(page, 'Where it stands').fill('Velund sheet B-4, page 5');
      await button(page, 'Put it on the sheet').click();
      await expect(page.getByTestId('torque-figure')).toHaveText(/14\sN·m/);
      await torque(page, 'frontPadPin.FL', ['14', '14'], 'front pad pins, FL');
      await torque(page, 'frontPadPin.FR', ['14', '20'], 'front pad pins, FR', /stop/i);
      await button(page, 'Go on').click();
    });

    await test.step('the release says what stands in its way', async () => {
      await open(page, job, 'release', 'Release');
      await expect(page.getByTestId('stops')).toContainText(
        /Front pad pins, right front, no\. 2: 20\sN·m.*over 14\sN·m/,
      );
    });
    tove.complaints.none();
    bram.complaints.none();
  },
);

test(
  'the same car from the exchange on: under MIN, blocked release, override, PDF, stock',
  { tag: '@phone', annotation: long('the exchange is gone through twice: it runs under MIN on purpose.') },
  async ({ browser }) => {
    const ids = await idsByName(shop.url);
    const job = await todaysJob(shop.url, ids['Rooth Velund']!);
    const tove = await deviceOf(browser, ids['Tove Loy']!);
    const { page } = tove;
    await measuredAndFitted(page.request, ids, job);
    await open(page, job, 'exchange', 'Plan the exchange');

    await test.step('the exchange: plan, alarm before MIN, under MIN the sequence starts again', async () => {
      await heading(page, 'Plan the exchange');
      await radio(page, 'Method: Pressure bleeder, air only').click();
      await page
        .getByRole('radio', { name: /Bottle .* Orsen Race 325/ })
        .first()
        .click();
      await type(page, 'Pressure', '1 bar');
      await expect(page.getByTestId('exchange-plan')).toContainText('right rear');
      await expect(page.getByText(/New fluid .* used fluid .*\smin of drawing/)).toBeVisible();
      await button(page, 'Begin').click();
      await heading(page, 'Leak-down test, dry');
      const hold = async (): Promise<boolean> => {
        await button(page, 'Hold with the gauge').click();
        await expect(page.getByText(/^(Holds: .* a minute|Loses .* a minute)/)).toBeVisible({ timeout: 60_000 });
        await button(page, 'Stop the hold').click();
        return !(await page.getByText(/^Loses/).isVisible());
      };
      // A cap that does not sit at once is seated anew, as in life.
      while (!(await hold())) {
        await button(page, 'Save it, and seat the cap anew').click();
        await expect(page.getByTestId('gauge')).toHaveText('–');
      }
      await save(page);

      const draw = async (title: string, volume: string, lowest?: string, topped = volume): Promise<void> => {
        await heading(page, title);
        await type(page, 'Bled here', volume);
        await type(page, 'Topped up', topped);
        await button(page, /^Log the top-up/).click();
        await expect(page.getByTestId('top-ups')).toContainText('Topped up here');
        await type(page, 'Nipple torque, 11 N·m', '11');
        if (lowest) await type(page, 'Lowest level seen', lowest);
        await box(page, 'Fluid clear, no air').click();
        await box(page, 'Shut, hose off, cap on, wiped').click();
        await save(page);
      };
      await heading(page, 'Bleed 1, right rear');
      await expect(page.getByTestId('wanted')).toContainText(/Stop after \d+\smL, alarm at \d+\smL/);
      await draw('Bleed 1, right rear', '150');
      await heading(page, 'Bleed 2, left rear');
      await type(page, 'Lowest level seen', '90 ml');
      await expect(page.getByTestId('level-alarm')).toContainText('the sequence starts again');
      await draw('Bleed 2, left rear', '160', '90');
      await expect(page.getByText(/stood at 90\smL at the left rear, MIN is 130\smL/)).toBeVisible();
      await draw('Bleed 1, right rear', '80');
      await draw('Bleed 2, left rear', '70');
      await draw('Bleed 3, right front, outer', '60');
      await draw('Bleed 4, right front, inner', '60');
      await draw('Bleed 5, left front, outer', '60');
      await draw('Bleed 6, left front, inner', '60');
    });

    await test.step('level, pedal, down, wheels on the ground', async () => {
      await heading(page, 'Set the level');
      await radio(page, 'Level: MAX').click();
      await radio(page, 'Colour: Clear').click();
      await save(page);
      await heading(page, 'Pedal check before release');
      await radio(page, 'Pedal: Soft').click();
      await expect(page.getByTestId('suspects')).toContainText('air still in a caliper');
      await radio(page, 'Pedal: Firm').click();
      await radio(page, 'Pumps: 8').click();
      await radio(page, 'Held: 15 s').click();
      await radio(page, 'Sinks: Holds').click();
      await radio(page, 'With the engine: Gives a little').click();
      await save(page);
      await allInOrder(page, 'Down');
      await heading(page, 'Wheel nuts');
      // The simulated wrench clicks by itself, five nuts in a star.
      const lines = ['frontWheel.FL', 'frontWheel.FR', 'rearWheel.RL', 'rearWheel.RR'];
      for (const line of lines) {
        await page.getByTestId(`torque-${line}`).click();
        await chooseWrench(page);
        await button(page, 'Listen to the wrench').click();
        await expect(page.getByTestId('clicks')).toHaveAttribute('aria-label', 'Clicks: 5 of 5', { timeout: 30_000 });
        await button(page, /^Save (front|rear) wheel nuts, /).click();
        if (line !== lines.at(-1)) await expect(page.getByTestId(`torque-${line}`)).toContainText(/done/i);
      }
      // After the last wheel it goes on by itself; looked at once more, all of them are done.
      await expect(page.getByRole('heading', { name: 'Wheel nuts', exact: true })).toHaveCount(0);
      await open(page, job, 'wheels', 'Wheel nuts');
      for (const line of lines) await expect(page.getByTestId(`torque-${line}`)).toContainText(/done/i);
    });

    await test.step('the release is blocked by the failed torque, here and on the server', async () => {
      await open(page, job, 'release', 'Release');
      await expect(page.getByTestId('gate-state')).toContainText('Stopped:');
      await expect(page.getByTestId('stops')).toContainText(
        /Front pad pins, right front, no\. 2: 20\sN·m.*over 14\sN·m/,
      );
      await button(page, /^Release, signed/).click({ delay: HELD_MS });
      await expect(page.getByText(/^Not released: Front pad pins/)).toBeVisible();
      const fact = {
        id: '01a00000-0000-7000-8000-00000000abcd',
        kind: 'carReleased',
        at: new Date().toISOString(),
        recordedAt: new Date().toISOString(),
        by: ids['Tove Loy'],
        carId: ids['Rooth Velund'],
        jobId: job,
        openItems: [],
        limits: null,
      };
      const forced = await page.request.put(`${shop.url}/api/facts/${fact.id}`, { data: fact });
      expect(forced.status()).toBe(409);
      expect(((await forced.json()) as { detail: string }).detail).toMatch(/Look at it once more|Not released: /);
      await open(page, job, 'torque.front', 'Torque, front');
      await torque(page, 'frontPadPin.FR', ['14', '14'], 'front pad pins, FR');
      await open(page, job, 'release', 'Release');
      await expect.poll(() => page.getByTestId('stops').allTextContents()).toEqual([]);
    });

    await test.step('what only holds it a technician cannot waive; the lead can, with a reason', async () => {
      await expect(page.getByTestId('holds')).toContainText('Rotors R-001 carry a transfer layer of Kerren R2');
      await expect(button(page, 'Waive')).toHaveCount(0);
      await button(page, /^Release, signed/).click({ delay: HELD_MS });
      await expect(page.getByText(/^Held: /).first()).toBeVisible();
      const ines = await deviceOf(browser, ids['Ines Ferrant']!);
      await ines.page.goto(`/service/${job}/release`);
      await expect(ines.page.getByTestId('holds')).toBeVisible();
      while (await button(ines.page, 'Waive').count()) {
        const before = await button(ines.page, 'Waive').count();
        await button(ines.page, 'Waive').first().click();
        await field(ines.page, 'Why it is waived').fill('Rotors sanded, bedded again on Friday.');
        await button(ines.page, 'Waive it, signed Ines Ferrant').click();
        await expect(button(ines.page, 'Waive')).toHaveCount(before - 1);
      }
      ines.complaints.none();
      await expect(page.getByTestId('holds')).toContainText('Waived by Ines Ferrant: Rotors sanded', {
        timeout: 20_000,
      });
      await expect(page.getByTestId('gate-state')).toContainText('Nothing holds it.');
      await button(page, 'Release, signed Tove Loy').click({ delay: HELD_MS });
      await expect(page.getByTestId('gate-state')).toContainText('Released by Tove Loy');
    });

    await test.step('the sheet, on the screen and as a PDF read back by another reader, in the customer’s units', async () => {
      await button(page, 'Service sheet').click();
      await expect(page.getByTestId('sheet')).toContainText('Released by Tove Loy');
      const get = (kind: string, units = '') =>
        page.request.get(`${shop.url}/api/jobs/${job}/service-sheet.${kind}${units}`);
      const pdf = await get('pdf');
      expect(pdf.headers()['content-type']).toContain('application/pdf');
      const text = await pdfText(new Uint8Array(await pdf.body()));
      for (const said of [
        'Brake service sheet',
        'Rooth Velund',
        'Released by Tove Loy',
        'pads P-013 (Holt Sprint), rotors R-001',
        'Orsen Race 325, DOT 4',
        '115 N·m (84.8 lbf·ft)',
        'star: 1 3 5 2 4',
        'Waived by Ines Ferrant',
        'Re-torque wheel nuts and caliper bolts after the first session',
        '2.8 mm',
        'Left front',
        'discard 30.00 mm',
        '1 of 4',
      ])
        expect(text).toContain(said);
      // What was misread stands where it was corrected, and nowhere else.
      expect(text).toMatch(/Corrected.*2\.2 mm.*Corrected by .*: Misread/);
      expect(text.split('Corrected')[0]).not.toContain('2.2 mm');
      expect(await pdfText(new Uint8Array(await (await get('pdf', '?units=imperial')).body()))).toMatch(/fl oz/);
      const json = (await (await get('json')).json()) as { gate: { isReleased: boolean }; facts: unknown[] };
      expect(json.gate.isReleased).toBe(true);
      expect(json.facts.length).toBeGreaterThan(30);
      const csv = await (await get('csv')).text();
      expect(csv).toContain('section,item,field,value');
      expect(csv).toContain('Torque,Front wheel nuts,Order,star: 1 3 5 2 4');
    });

    await test.step('the stock knows: set on the car, old one on the shelf with its readings, waste counted and handed over', async () => {
      await page.goto('/inventory');
      await expect(link(page, 'P-013 Holt Sprint')).toContainText('on Rooth Velund, front');
      await expect(link(page, 'P-001 Kerren R2')).toContainText('on the shelf');
      await link(page, 'P-001 Kerren R2').click();
      await expect(page.getByText(/left front: 4\.1\smm and 2\.8\smm/)).toBeVisible();
      await page.goto('/inventory');
      await button(page, 'Hand it over').click();
      await field(page, 'Volume handed over').fill('3 l');
      await expect(async () => {
        await button(page, 'Record the hand-over').click();
        await expect(page.getByText('Say who took it.')).toBeVisible({ timeout: 3000 });
      }).toPass();
      await field(page, 'Disposal point').fill('Town depot');
      await button(page, 'Record the hand-over').click();
      await expect(page.getByText(/Last handed over: 3000\smL to Town depot/)).toBeVisible();
    });

    expect(tove.complaints.expected(/409/)).toBeLessThanOrEqual(1);
    tove.complaints.none();
  },
);
