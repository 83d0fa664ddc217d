import { type Browser, type Locator, type Page, expect } from '@playwright/test';
import { Complaints } from './watch';

export const field = (page: Page, label: string): Locator => page.getByRole('textbox', { name: label, exact: true });
export const button = (page: Page, name: string | RegExp): Locator =>
  page.getByRole('button', { name, exact: typeof name === 'string' });
export const link = (page: Page, name: string | RegExp): Locator => page.getByRole('link', { name });
export const room = (page: Page, name: string): Promise<void> =>
  page.getByRole('navigation').getByRole('link', { name, exact: true }).click();

export async function pick(page: Page, label: string, option: string | RegExp): Promise<void> {
  await button(page, new RegExp(`^${label}: `)).click();
  await page.getByRole('option', { name: option }).click();
}

export type Ids = Record<string, string>;

/** The ids of the demo shop's crew, cars, events and venues, by name. */
export async function idsByName(url: string): Promise<Ids> {
  const feed = (await (await fetch(`${url}/api/changes?limit=5000`)).json()) as {
    changes: { body: { id: string; name?: string } }[];
  };
  return Object.fromEntries(feed.changes.flatMap(({ body }) => (body.name ? [[body.name, body.id]] : [])));
}

/** A device of its own, in the hands of one of the crew. */
export async function deviceOf(
  browser: Browser,
  crewId: string,
  preferences: object = {},
): Promise<{ page: Page; complaints: Complaints }> {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.addInitScript(
    (text) => localStorage.getItem('calvik.preferences') ?? localStorage.setItem('calvik.preferences', text),
    JSON.stringify({ crewId, ...preferences }),
  );
  return { page, complaints: new Complaints(page) };
}

/** Waits until the page has the code of every other one: from then on they open without a connection. */
export const pagesAreHere = (page: Page): Promise<unknown> =>
  page.waitForFunction(() => document.documentElement.dataset['pages'] === 'here', undefined, { timeout: 60_000 });

/** Waits until the page has drawn what it was asked for last. */
export const settled = (page: Page): Promise<void> =>
  page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))));

const nowhere = 'There is no page at this address.';
/** Opens a page: the first by its address, the others as a link would, by way of one of which nothing can be taken for the next one's. */
export async function openView(page: Page, path: string): Promise<void> {
  if (page.url() === 'about:blank') await page.goto('/nowhere');
  const goTo = (to: string): Promise<void> =>
    page.evaluate((at) => {
      history.pushState(null, '', at);
      dispatchEvent(new PopStateEvent('popstate'));
    }, to);
  await goTo('/nowhere');
  await expect(page.getByText(nowhere)).toBeVisible();
  await goTo(path);
  await expect(page.getByText(nowhere)).toHaveCount(0);
  await expect(page.getByRole('heading', { level: 1 }).last()).toBeVisible();
  await expect(page.getByText(/^Reading( the logbook)? …$/)).toHaveCount(0);
  await expect(page.getByLabel('Reading', { exact: true })).toHaveCount(0);
}

/** Searches for a plan over the wire, and takes it. */
export async function takePlan(url: string): Promise<void> {
  const post = (path: string, body: object = {}): Promise<Response> =>
    fetch(`${url}/api/plans${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
  const { id } = (await (await post('', { seconds: 2 })).json()) as { id: string };
  await expect
    .poll(async () => ((await (await fetch(`${url}/api/plans/${id}`)).json()) as { state: string }).state, {
      timeout: 60_000,
    })
    .toBe('done');
  expect((await post(`/${id}/take`)).ok).toBe(true);
}

/** So long a signature is held, ms: a little over what it wants. */
export const HELD_MS = 1_200;

/** The page that is open now, by its title. */
export const heading = (page: Page, name: string): Promise<void> =>
  expect(page.getByRole('heading', { name, level: 1, exact: true }).last()).toBeVisible();

/** The latest service of a car. */
export async function todaysJob(url: string, carId: string): Promise<string> {
  const { changes } = (await (await fetch(`${url}/api/changes?limit=5000`)).json()) as {
    changes: { collection: string; body: { id: string; carId?: string; kind?: string; startAt?: string } }[];
  };
  return changes
    .filter((c) => c.collection === 'jobs' && c.body.carId === carId && c.body.kind === 'service')
    .sort((a, b) => b.body.startAt!.localeCompare(a.body.startAt!))[0]!.body.id;
}
