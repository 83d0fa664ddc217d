import { expect, test } from '@playwright/test';
import { button, deviceOf, field, idsByName, link, pick } from './people';
import { Server, newDataFile } from './server';

/** What stands in the stores and on a car's sheet, entered by hand, and a photo that waits for a connection. */
test.describe('parts and sheets', () => {
  let server: Server;
  test.beforeAll(async () => {
    server = await Server.start({ data: newDataFile(), demo: true });
  });
  test.afterAll(() => server.stop());

  test('a pad set and a rotor pair are entered, with errors at the field, and found again on the shelf', async ({
    browser,
  }, info) => {
    const ids = await idsByName(server.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    const wide = info.project.name === 'wide';
    const label = wide ? 'R-901' : 'R-900';
    await page.goto(`${server.url}/inventory/rotors/new`);
    await expect(field(page, 'Label')).toHaveValue(/^R-\d{3}$/);
    await field(page, 'Label').fill(label);
    await pick(page, 'Car', 'Sorrel Velund');
    await field(page, 'Thickness when new').fill('1.26 in');
    await field(page, 'Discard thickness, cast on the hat').fill('33');
    await button(page, 'Save rotor pair').click();
    await expect(page.getByText('The discard thickness must be below the thickness when new.')).toBeVisible();
    await field(page, 'Discard thickness, cast on the hat').fill('30.4');
    await page.reload();
    await expect(page.getByText('Your unfinished entry is back.')).toBeVisible();
    await button(page, 'Save rotor pair').click();
    await link(page, new RegExp(`^${label}`)).click();
    await expect(page.getByText(/32\.00\smm new, discard at 30\.40\smm\. It is on the shelf\./)).toBeVisible();
    await expect(page.getByText('None on record.')).toBeVisible();

    await page.goto(`${server.url}/inventory/pads/new`);
    await field(page, 'Label').fill(`P-${label}`);
    await button(page, 'Save pad set').click();
    await expect(page.getByText('This must not be empty.')).toBeVisible();
    await field(page, 'Compound').fill('Kerren R2');
    await pick(page, 'Car', 'Sorrel Velund');
    await pick(page, 'Tied to rotors', new RegExp(label));
    await button(page, 'Save pad set').click();
    await link(page, new RegExp(`^P-${label}`)).click();
    await expect(link(page, `Rotors ${label}`)).toBeVisible();
    await expect(link(page, 'Sorrel Velund')).toBeVisible();
    complaints.none();
  });

  test('a car’s sheet: a figure without its source is refused, in any unit it is understood', async ({
    browser,
  }, info) => {
    const ids = await idsByName(server.url);
    const { page, complaints } = await deviceOf(browser, ids['Ines Ferrant']!);
    const car = info.project.name === 'wide' ? 'Auld Aldane' : 'Sorrel Quillon';
    await page.goto(`${server.url}/cars/${ids[car]}`);
    await expect(page.getByText(/torque figures are missing/)).toBeVisible();
    await button(page, 'Brake sheet').click();
    await field(page, 'Torque, Front wheel nuts').fill('80 lbft');
    await expect(page.getByTestId('fastener-frontWheel')).toContainText(/108\.5\sN·m/);
    await button(page, 'Save the sheet').click();
    await expect(page.getByText('Front wheel nuts: say where the figure stands.')).toBeVisible();
    await field(page, 'Where it stands, Front wheel nuts').fill('Aldane manual, 4-12');
    await field(page, 'Torque, Rear wheel nuts').fill('tight');
    await button(page, 'Save the sheet').click();
    await expect(page.getByText('Rear wheel nuts: “tight” is not a torque. Type it like 38 or 28 lbft.')).toBeVisible();
    await field(page, 'Torque, Rear wheel nuts').fill('');
    await page.getByRole('radio', { name: 'Parking brake: Electric' }).click();
    await button(page, 'Save the sheet').click();
    await expect(page.getByText(/torque figures are missing/)).toBeVisible();
    // The sheet is asked for at once: a service of this car goes through service mode.
    await button(page, 'Start a service').click();
    await expect(page.getByTestId('service-state')).toContainText(/0 of \d+ steps/);
    await page.goto(`${page.url()}/ground`);
    await expect(page.getByText('Electric parking brake in service mode, doors shut')).toBeVisible();
    await page.goto(page.url().replace('/ground', '/wheels'));
    await expect(page.getByTestId('torque-frontWheel.FL')).toContainText(/108\.5\sN·m/);
    await expect(page.getByTestId('torque-rearWheel.RL')).toContainText('No figure');
    complaints.none();
  });
});

test('a calendar is one tap away, for who is on duty and for an event', async ({ browser }, info) => {
  test.skip(info.project.name !== 'phone', 'The same on both.');
  const server = await Server.start({ data: newDataFile(), demo: true });
  const ids = await idsByName(server.url);
  const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
  for (const [path, label, says] of [
    ['/work', 'Calendar of Tove Loy', 'SUMMARY:Service\\, Rooth Velund'],
    [`/events/${ids['Dunvarrel two-day']}`, 'Calendar of this event', 'SUMMARY:Dunvarrel two-day'],
  ]) {
    await page.goto(server.url + path);
    const [download] = await Promise.all([
      page.context().waitForEvent('request', (r) => r.url().endsWith('.ics')),
      button(page, label!).click(),
    ]);
    expect(await (await fetch(download.url())).text()).toContain(says);
  }
  complaints.none();
  await server.stop();
});

test('a photo taken without a connection waits on the phone and arrives', async ({ browser }, info) => {
  test.skip(info.project.name !== 'phone', 'A phone in the paddock.');
  const data = newDataFile();
  let server = await Server.start({ data, demo: true });
  const ids = await idsByName(server.url);
  const { page, complaints } = await deviceOf(browser, ids['Tove Loy']!);
  await page.goto(`${server.url}/work`);
  await link(page, 'Service on Rooth Velund').first().click();
  await link(page, /^Reservoir/).click();
  await expect(page.getByText('Read the level', { exact: false })).toBeVisible();
  const picture = await page.screenshot();
  const { port } = server;
  await server.stop('SIGKILL');
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button(page, 'Take a photo').click()]);
  await chooser.setFiles({ name: 'cap.png', mimeType: 'image/png', buffer: picture });
  const photo = page.getByRole('img', { name: 'Photo 1 of Reservoir' });
  await expect(photo).toBeVisible();
  await expect(photo).toHaveAttribute('src', /^blob:/);
  server = await Server.start({ data, demo: true, port });
  await expect(page.getByText(/No connection/)).toHaveCount(0, { timeout: 30_000 });
  await expect
    .poll(
      async () => {
        const { changes } = (await (await fetch(`${server.url}/api/changes?limit=5000`)).json()) as {
          changes: { body: { kind?: string; photoId?: string } }[];
        };
        const fact = changes.find((c) => c.body.kind === 'photoTaken')?.body;
        return fact ? (await fetch(`${server.url}/api/photos/${fact.photoId}`)).status : 0;
      },
      { timeout: 30_000 },
    )
    .toBe(200);
  // A file that is no picture is said.
  const [again] = await Promise.all([page.waitForEvent('filechooser'), button(page, 'Take a photo').click()]);
  await again.setFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('not a picture') });
  await expect(page.getByText('This file cannot be read as a picture.', { exact: false })).toBeVisible();
  // The way back after a flat battery.
  await page.goto(`${server.url}/work`);
  await button(page, 'Go on with Rooth Velund').click();
  await expect(page.getByRole('heading', { name: 'Reservoir', level: 1 })).toBeVisible();
  complaints.expected(/ERR_CONNECTION|ERR_INCOMPLETE|Failed to fetch/);
  complaints.none();
  await server.stop();
});
