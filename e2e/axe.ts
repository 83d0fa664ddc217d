import { source } from 'axe-core';
import type { AxeResults, RunOptions } from 'axe-core';
import type { Page } from '@playwright/test';

type Run = (where: Document, options: RunOptions) => Promise<AxeResults>;

/**
 * What axe finds on the page as it stands that is serious or worse, a line each.
 * @param rules all, or those that are named
 */
export async function seriousFindings(page: Page, view = '', rules?: string[]): Promise<string[]> {
  // Brought in once for as long as the page lives.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(source);
  const options: RunOptions = { resultTypes: ['violations'], ...(rules ? { runOnly: rules } : {}) };
  const violations = await page.evaluate(async (how) => {
    const { axe } = window as unknown as { axe: { run: Run } };
    const found = await axe.run(document, how);
    return found.violations.map(({ id, impact, nodes }) => ({
      id,
      impact,
      html: nodes.map((n) => n.html.slice(0, 160)),
    }));
  }, options);
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map((v) => `${view}: ${v.id}: ${v.html.slice(0, 2).join(' | ')}`);
}
