import type { Page } from '@playwright/test';
import { button, field, link, pick, room } from './people';
import { Complaints } from './watch';
import { expect, test } from './test';

/** The first useful hour of a shop, by clicking and typing, through every layer. */

test('from a new customer to a recorded, corrected flush', { tag: '@phone' }, async ({ page }) => {
  const complaints = new Complaints(page);

  await test.step('the run-up lists events in order, trouble first, the rest quiet', async () => {
    await page.goto('/');
    const events = page.locator('[data-testid^="event-"]');
    await expect(events).toHaveCount(4);
    // What goes on today stands first.
    await expect(events.nth(0)).toContainText('Pellmoor club day');
    await expect(events.nth(1)).toContainText('Dunvarrel two-day');
    await expect(events.nth(1)).toContainText('days to go');
    const cars = events.nth(1).locator('[data-testid^="run-up-car-"]');
    await expect(cars.first()).toContainText('Stop');
    await expect(cars.first()).toContainText('Wrong fluid in the system');
    await expect(events.nth(1)).toContainText(/Boils at \d+\s°C on the day, needs \d+\s°C/);
    await expect(events.nth(1)).toContainText(/Last flush 140\sdays before the event; rule says 90/);
    // One that was measured and looked over lately is quiet.
    const later = events.nth(2).locator('[data-testid^="run-up-car-"]');
    await expect(later.filter({ hasText: 'Sorrel Quillon' }).getByTestId('verdict')).toHaveCount(0);
  });

  await test.step('say who is on duty', async () => {
    await page.getByLabel('On duty and settings').click();
    await page.getByRole('radio', { name: 'Tove Loy' }).click();
    await room(page, 'Run-up');
    await expect(page.getByText(/Tove Loy/).first()).toBeVisible();
  });

  await test.step('a customer, then the car, with errors at the field and nothing lost on reload', async () => {
    await room(page, 'Cars');
    await button(page, 'New customer').click();
    await button(page, 'Save, then enter the car').click();
    await expect(page.getByText('This must not be empty.')).toBeVisible();
    await field(page, 'Name').fill('Nils <b>Aske</b>');
    await button(page, 'Save, then enter the car').click();
    await expect(page.getByRole('heading', { name: 'New car' })).toBeVisible();
    await expect(button(page, /^Customer: Nils <b>Aske<\/b>/)).toBeVisible();
    await field(page, 'Name in the shop').fill('Aske Velund');
    await button(page, 'Say more now').click();
    await field(page, 'Make').fill('Velund');
    await field(page, 'Model').fill('Corsaro 1.6');
    await field(page, 'Reservoir volume at MAX').fill('lots');
    await button(page, 'Save car').click();
    await expect(page.getByText('“lots” is not a figure. Type it like 250 ml or 0.5 l.')).toBeVisible();
    await field(page, 'Reservoir volume at MAX').fill('0,1 l');
    await button(page, 'Save car').click();
    await expect(page.getByText('The volume at MIN must be less than the volume at MAX.')).toBeVisible();
    await page.reload();
    await expect(field(page, 'Name in the shop')).toHaveValue('Aske Velund');
    await expect(page.getByText('Your unfinished entry is back.')).toBeVisible();
    await field(page, 'Reservoir volume at MAX').fill('10 fl oz');
    await page.getByRole('radio', { name: 'Driver sits: Right' }).click();
    await expect(page.getByText('That makes: left rear, right rear, left front, right front.')).toBeVisible();
    await button(page, 'Save car').click();
    await expect(page.getByRole('heading', { name: 'Aske Velund', level: 1 })).toBeVisible();
    await expect(page.getByText('No test and no flush on record: test the fluid.')).toBeVisible();
  });

  await test.step('a venue, an event, a booking', async () => {
    await room(page, 'Run-up');
    await button(page, 'New event').click();
    await button(page, 'New venue').click();
    await field(page, 'Name').fill('Aldermoor Strip');
    await field(page, 'Altitude').fill('1150 ft');
    await expect(page.getByText('351 m = 1150 ft')).toBeVisible();
    await field(page, 'Expected peak fluid temperature').fill('401F');
    await expect(page.getByText('205 °C = 401 °F')).toBeVisible();
    await button(page, 'Save, then enter the event').click();
    await expect(button(page, /^Venue: Aldermoor Strip/)).toBeVisible();
    await field(page, 'Name').fill('Aldermoor half day');
    await field(page, 'Flushed within (days before)').fill('8 weeks');
    await field(page, 'Demanded margin over peak temperature').fill('35');
    await button(page, 'Save event').click();
    await expect(page.getByRole('heading', { name: 'Aldermoor half day', level: 1 })).toBeVisible();
    await expect(page.getByText(/asks for a fluid change within 56\sdays/)).toBeVisible();
    await button(page, 'Book a car').first().click();
    await link(page, 'Book Aske Velund').click();
    await expect(link(page, /Aske Velund: No test/)).toBeVisible();
    await room(page, 'Run-up');
    await expect(page.locator('[data-testid^="event-"]').filter({ hasText: 'Aldermoor' })).toContainText(
      'No test and no flush on record',
    );
  });

  const openCar = async (): Promise<void> => {
    await room(page, 'Cars');
    await field(page, 'Search cars').or(page.getByLabel('Search cars')).first().fill('aske');
    await link(page, 'Aske Velund').first().click();
    await expect(page.getByTestId('fluid-card')).toBeVisible();
  };

  await test.step('a boiling test by hand: the verdict while typing, then the verdict with its working', async () => {
    await openCar();
    await button(page, 'Test fluid').click();
    await field(page, 'Boiling point').fill('hot');
    await expect(page.getByText('“hot” is not a figure.', { exact: false })).toBeVisible();
    await field(page, 'Boiling point').fill('');
    for (const key of ['2', '0', '6']) await button(page, key).click();
    await expect(page.getByText('403 °F')).toBeVisible();
    await expect(page.getByTestId('live-verdict')).toContainText('the fluid gets to 205 °C');
    await button(page, 'Save reading').click();
    await expect(page.getByText('Rules in force')).toBeVisible();
    await expect(page.getByTestId('verdict').first()).toHaveText(/stop/i);
    await expect(page.getByText('B: within 56 days before the event')).toBeVisible();
    await button(page, /^Boiling point on the day .*: show the working/).click();
    const sheet = page.getByTestId('working-sheet');
    await expect(sheet).toContainText('T = 100 + (Tdry − 100)·e^(−k·w)');
    await expect(sheet).toContainText('Minimum of the car’s fluid grade');
    await sheet.getByRole('button', { name: 'Working of w, water content' }).click();
    await expect(sheet).toContainText('w = w₀ + rate × years');
    await expect(sheet).toContainText('measured: Boiling test of');
    await sheet.getByRole('button', { name: 'Back' }).click();
    await expect(sheet).toContainText('Curve through the two label points');
    await sheet.getByRole('button', { name: 'Close' }).click();
    await expect(sheet).toHaveCount(0);
  });

  await test.step('the simulated tester refuses a dry probe, then streams and reports', async () => {
    await openCar();
    await button(page, 'Test fluid').click();
    await page.getByRole('radio', { name: 'Instrument: Tester' }).click();
    await field(page, 'Depth of the sample').fill('9 mm');
    await button(page, 'Start heating').click();
    await expect(page.getByTestId('tester-problem')).toContainText(
      'The probe is not submerged: the sample is 9 mm deep',
    );
    expect(complaints.expected(/409.*boiling-tests/)).toBe(1);
    await button(page, 'In the cup').click();
    await button(page, 'Start heating').click();
    await expect(page.getByText(/^(Heating, \d+ s|Boiling point, ±)/)).toBeVisible();
    await expect(page.getByText(/Boiling point, ± .* over the plateau/)).toBeVisible({ timeout: 30_000 });
    await button(page, 'Save this reading').click();
    await expect(page.getByText('Rules in force')).toBeVisible();
  });

  await test.step('a pen that disagrees is outranked, and the screen says so', async () => {
    await openCar();
    await button(page, 'Test fluid').click();
    await page.getByRole('radio', { name: 'Instrument: Pen' }).click();
    await button(page, 'Dip the bench pen').click();
    await expect(field(page, 'Water content')).not.toHaveValue('');
    await field(page, 'Water content').fill('0.1');
    await button(page, 'Save reading').click();
    await expect(
      page.getByText(/The pen says 0\.1\s% water, the boiling test \d\.\d\s%\. The boiling test counts\./),
    ).toBeVisible();
  });

  await test.step('plan the flush: a conflict is said in words, and the plan shows on the run-up', async () => {
    await button(page, 'Plan a flush').first().click();
    await field(page, 'Start time').fill('9h15');
    await expect(page.getByTestId('conflicts')).toContainText(
      /Tove Loy is busy then: flush on (Cleo’s Brennick|Aske Velund)/,
    );
    await pick(page, 'Crew member', 'Bram Okell');
    await expect(page.getByTestId('conflicts')).not.toContainText('Bram Okell already has');
    await pick(page, 'Crew member', 'Tove Loy');
    await field(page, 'Start time').fill('15:00');
    await field(page, 'Duration').fill('45');
    await expect(page.getByTestId('conflicts')).toHaveText('');
    await button(page, 'Plan it').click();
    await expect(page.getByText(`Flush, `, { exact: false }).first()).toBeVisible();
    await room(page, 'Run-up');
    await expect(page.locator('[data-testid^="event-"]').filter({ hasText: 'Aldermoor' }).first()).toContainText(
      /Flush planned .*Tove/,
    );
    await room(page, 'Work');
    await expect(link(page, 'Flush on Aske Velund').first()).toBeVisible();
  });

  const before = await wasteOnShelf(page);
  await test.step('record the flush: wrong fluid is a stop, a reload loses nothing, readiness turns', async () => {
    await room(page, 'Work');
    await link(page, 'Flush on Aske Velund').first().click();
    await button(page, /^Show all \d+ bottles/).click();
    const silicone = page.getByRole('radio', { name: /Bottle .* Veyle Silicone 5/ }).first();
    await expect(silicone).toContainText('Stop');
    await silicone.click();
    await expect(page.getByText('This fluid must not go into this car. Choose another bottle.')).toBeVisible();
    await button(page, 'Save this flush').click();
    await expect(page.getByText('Choose another bottle, or say that it has already gone in.')).toBeVisible();
    await page
      .getByRole('radio', { name: /Bottle .* Orsen Race 325/ })
      .last()
      .click();
    await field(page, 'Drawn out and refilled with new fluid').fill('180');
    for (const [corner, volume] of [
      ['RL', '150 ml'],
      ['RR', '0.15 l'],
      ['FL', '5 fl oz'],
      ['FR', '100'],
    ] as const) {
      await field(page, `Drawn at ${corner}`).fill(volume);
    }
    await page.reload();
    await expect(field(page, 'Drawn at FL')).toHaveValue('5 fl oz');
    for (const corner of ['RL', 'RR', 'FL', 'FR']) {
      for (const seen of ['Clean', 'No bubbles', 'Shut, capped'])
        await page.getByRole('checkbox', { name: `${seen} at ${corner}` }).click();
    }
    await page.getByRole('radio', { name: 'Pedal before: Long' }).click();
    await page.getByRole('radio', { name: 'Pedal after: Soft' }).click();
    await expect(page.getByText('Pedal soft: bleed again. Nobody drives this car.')).toBeVisible();
    await page.getByRole('radio', { name: 'Pedal after: Firm' }).click();
    await expect(page.getByText('Old fluid to the waste container: 728 mL.')).toBeVisible();
    // That is too little at the first nipple where the old fluid was bad: more is drawn, and nothing is left to say.
    await field(page, 'Drawn out and refilled with new fluid').fill('230');
    await field(page, 'Drawn at RL').fill('0.35 l');
    await expect(page.getByText(/is still the old/)).toHaveCount(0);
    await expect(page.getByText('Old fluid to the waste container: 978 mL.')).toBeVisible();
    await button(page, 'Save this flush').click();
    await expect(page.getByTestId('fluid-card').getByTestId('verdict').first()).toHaveText(/in order/i);
    await expect(page.getByText('Nothing planned for this car.')).toBeVisible();
    expect(await wasteOnShelf(page)).toBeCloseTo(before + 0.98, 1);
  });

  await test.step('a mistake is corrected by a new entry, and both stay visible', async () => {
    await openCar();
    // The visit is one line; its entries open below.
    await button(page, /^Flush.*: entries$/)
      .first()
      .click();
    await button(page, /^Flush, .*correct or withdraw/)
      .first()
      .click();
    await button(page, 'Correct').click();
    await expect(field(page, 'Drawn at RL')).toHaveValue('350 mL');
    await field(page, 'Drawn at RL').fill('250');
    await button(page, 'Save the correction').click();
    await expect(page.getByText(/marked above|must not be empty/).first()).toBeVisible();
    await field(page, 'Reason').fill('Read the wrong line on the bottle');
    await button(page, 'Save the correction').click();
    await button(page, /^Flush.*: entries$/)
      .first()
      .click();
    await expect(page.getByTestId('history-replaced').first()).toContainText(
      'Corrected: Read the wrong line on the bottle',
    );
    await expect(page.getByTestId('history-entry').first()).toContainText('878 mL out');
  });

  await test.step('text with markup is text', async () => {
    await expect(page.getByText(/Nils <b>Aske<\/b>/).first()).toBeVisible();
    expect(await page.locator('b').count()).toBe(0);
  });

  complaints.none();
});

async function wasteOnShelf(page: Page): Promise<number> {
  await room(page, 'Stock');
  return parseFloat(await page.getByTestId('waste').innerText());
}
