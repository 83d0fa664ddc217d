/** Pictures of bedding: what it will do, the run in three moments, the look. */
import { join } from 'node:path';

const checks = [
  'Pedal firm',
  'Fluid at MAX, cap on',
  'Tyres: pressure and tread',
  'Ducts taped',
  'A passenger works the phone, not the driver',
  'Long sight, nobody behind, nobody ahead',
];

/** Opens a run of a car and lets the simulated driver begin. */
async function begin(page, url, car, told) {
  await page.route('**/api/bench/drives', async (route) => {
    if (route.request().method() !== 'POST') return route.continue();
    await route.continue({ postData: JSON.stringify({ ...route.request().postDataJSON(), told }) });
  });
  await page.goto(`${url}${car}/bedding/plan`);
  await page.getByRole('radio', { name: 'Place: Closed course' }).click();
  for (const check of checks) await page.getByRole('checkbox', { name: `Before: ${check}` }).click();
  await page.getByRole('button', { name: 'Open the run' }).click();
  await page.getByRole('radio', { name: 'Speed: Simulated drive' }).click();
  await page.getByRole('button', { name: 'Begin cycle 1' }).click();
}

/** One moment of a run as a picture: the stream is cut so that it stands still. */
async function moment(shot, url, car, told, wanted) {
  const { page, context } = await shot();
  await begin(page, url, car, told);
  await page.waitForFunction(
    ({ prompt, counted }) => {
      const said = (id) => document.querySelector(`[data-testid="${id}"]`)?.textContent ?? '';
      return said('prompt').startsWith(prompt) && Number(said('count').split('/')[0]) >= counted;
    },
    wanted,
    { polling: 20, timeout: 60_000 },
  );
  await context.setOffline(true);
  const picture = await page.screenshot();
  await context.close();
  return picture;
}

/** Pictures side by side, as one. */
async function sideBySide(shot, pictures, path) {
  const { page, context } = await shot({ width: 390 * pictures.length, height: 844 });
  const images = pictures.map(
    (p) => `<img src="data:image/png;base64,${p.toString('base64')}" width="390" height="844">`,
  );
  await page.setContent(`<body style="margin:0;display:flex">${images.join('')}</body>`);
  await page.screenshot({ path });
  await context.close();
}

/**
 * @param shot opens a page with who is on duty
 */
export async function beddingPictures({ url, velund, folder, shot, say }) {
  const well = Array.from({ length: 40 }, () => null);
  const moments = [
    await moment(shot, url, velund, [null, null, 'letGoEarly', ...well], { prompt: 'Brake now', counted: 6 }),
    await moment(shot, url, velund, [null, null, null, 'fullStop', ...well], { prompt: 'Roll on', counted: 0 }),
    await moment(shot, url, velund, well, { prompt: 'Roll, no brakes: 4', counted: 0 }),
  ];
  await sideBySide(shot, moments, join(folder, 'bedding-run.png'));
  say('  bedding-run.png');
}
