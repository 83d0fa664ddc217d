import type { Browser, Locator, Page } from '@playwright/test';
import { Complaints } from './watch';

export const field = (page: Page, label: string): Locator => page.getByRole('textbox', { name: label, exact: true });
export const button = (page: Page, name: string | RegExp): Locator =>
  page.getByRole('button', { name, exact: typeof name === 'string' });
export const link = (page: Page, name: string | RegExp): Locator => page.getByRole('link', { name });
export const room = (page: Page, name: string): Promise<void> =>
  page.getByRole('navigation').getByRole('link', { name, exact: true }).click();

export async function pick(page: Page, label: string, option: string | RegExp): Promise<void> {
  await button(page, new RegExp(`^${label}: `)).click();
  await page.getByRole('menuitem', { name: option }).click();
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
