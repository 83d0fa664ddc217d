import { button, deviceOf, idsByName, link } from './people';
import { expect, test } from './test';

/** What lasts: from what was read in the paddock to the work list of the next event, and back to the page with a reading that is wrong. */
test(
  'pads that will not see the next event’s end are said, planned and drawn; a reading that does not fit is named',
  { tag: ['@phone', '@wide'] },
  async ({ browser, shop }) => {
    const ids = await idsByName(shop.url);
    const [car, event] = [ids['Lunde-Orr Tessaro']!, ids['Skarrow closing sprint']!];
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);

    await test.step('the car’s page leads to what lasts', async () => {
      await page.goto(`/cars/${car}?event=${event}`);
      await link(page, 'How long pads and rotors last').click();
      await expect(
        page.getByText(/^Front pads would not last: \d+\s% under 6\.0\smm before the last session/).first(),
      ).toBeVisible();
      await expect(page.getByTestId('wear-chart-front-pads')).toBeVisible();
      await expect(page.getByText('Session 4', { exact: true }).first()).toBeVisible();
    });

    await test.step('every figure opens to what it stands on', async () => {
      await button(page, /^Left after the last session .*: show the working/)
        .first()
        .click();
      await expect(page.getByText('last thickness by all readings − rate × minutes at a usual venue')).toBeVisible();
      await button(page, /lost in an hour/i)
        .last()
        .click();
      await expect(page.getByText(/readings against what was driven between them/)).toBeVisible();
      await button(page, 'Close').last().click();
    });

    await test.step('every event that it is booked to has a line; at the nearest it lasts', async () => {
      await link(page, 'Wear at Pellmoor club day').click();
      await expect(
        page.getByText(/^Front pads and rear pads last: .* Not known of front rotors and rear rotors\.$/).first(),
      ).toBeVisible();
    });

    await test.step('the work list of that event changes them, for that reason', async () => {
      await page.goto(`/events/${event}/work`);
      await expect(page.getByText(/^Front pads would not last: /).first()).toBeVisible();
    });

    await test.step('a reading that cannot be is named, and measured again', async () => {
      const changes = (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
        changes: { collection: string; body: Record<string, unknown> }[];
      };
      const last = changes.changes
        .map((c) => c.body)
        .filter((b) => b['kind'] === 'padMeasurement' && b['carId'] === car && b['corner'] === 'RL')
        .at(-1)!;
      const now = new Date().toISOString();
      const face = (thicknessMm: number) => ({ thicknessMm, otherEndMm: null, conditions: [], isSeen: true });
      const wrong = {
        ...last,
        id: '01a00000-0000-7000-8000-00000000ea21',
        at: now,
        recordedAt: now,
        inner: face(6.4),
        outer: face(8.4),
      };
      const saved = await fetch(`${shop.url}/api/facts/${wrong.id}`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(wrong),
      });
      expect(saved.status).toBeLessThan(300);
      await page.goto(`/cars/${car}/wear?event=${event}`);
      await expect(
        page.getByText(/^Left rear, inner pad: 6\.4\smm read, about 8\.\d\smm expected\. Measure it again\./).first(),
      ).toBeVisible();
    });
    complaints.none();
    await page.context().close();
  },
);

test.describe('on the day', () => {
  test.use({ story: 'eventDay' });

  test(
    'from readings to a spare in the work list of the next event, and to laps at most in a decision after a session',
    { tag: ['@phone', '@wide'] },
    async ({ browser, shop }) => {
      const ids = await idsByName(shop.url);
      const car = ids['Lunde-Orr Tessaro']!;
      const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);

      await test.step('a spare goes along where the chance is worth one', async () => {
        await page.goto(`/events/${ids['Skarrow closing sprint']!}/work`);
        await expect(
          page
            .getByText(/^Front pads may not last: \d+\s% under 6\.0\smm before the last session\. Take a spare/)
            .first(),
        ).toBeVisible();
      });

      await test.step('gauged after the session, the decision reckons how many laps are left', async () => {
        const { changes } = (await (await fetch(`${shop.url}/api/changes?limit=5000`)).json()) as {
          changes: { body: Record<string, unknown> & { id: string } }[];
        };
        const bodies = changes.map((c) => c.body);
        const session = bodies.filter((b) => b['kind'] === 'sessionDriven' && b['carId'] === car).at(-1)!;
        const face = (thicknessMm: number) => ({ thicknessMm, otherEndMm: null, conditions: [], isSeen: true });
        for (const [i, corner] of ['FL', 'FR', 'RL', 'RR'].entries()) {
          const last = bodies
            .filter((b) => b['kind'] === 'padMeasurement' && b['carId'] === car && b['corner'] === corner)
            .at(-1)!;
          const now = new Date().toISOString();
          const front = corner.startsWith('F');
          const reading = {
            ...last,
            id: `01a00000-0000-7000-8000-00000000ea3${i}`,
            at: now,
            recordedAt: now,
            inner: face(front ? 6.6 : 8.5),
            outer: face(front ? 6.8 : 8.4),
          };
          const saved = await fetch(`${shop.url}/api/facts/${reading.id}`, {
            method: 'PUT',
            headers: { 'Content-Type': 'application/json' },
            body: JSON.stringify(reading),
          });
          expect(saved.status, await saved.text()).toBeLessThan(300);
        }
        await page.goto(`/track/${car}/${session.id}/decide`);
        await page.getByRole('radio', { name: /Go, with limits/ }).click();
        await expect(page.getByText(/(left|right) front \d+ laps? \(0\.\d\d\smm a lap\)/i).first()).toBeVisible();
        if ((page.viewportSize()?.width ?? 0) < 1000)
          for (const size of [
            { width: 390, height: 844 },
            { width: 360, height: 740 },
          ]) {
            await page.setViewportSize(size);
            expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(size.width);
            await page.goto(`/cars/${car}/wear`);
            await expect(page.getByTestId('wear-chart-front-pads')).toBeVisible();
            const chart = (await page.getByTestId('wear-chart-front-pads').boundingBox())!;
            expect(chart.x + chart.width).toBeLessThanOrEqual(size.width);
            expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(size.width);
          }
      });
      complaints.none();
      await page.context().close();
    },
  );
});
