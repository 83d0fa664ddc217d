import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** What axe finds on the page as it stands that is serious or worse, a line each. */
export async function seriousFindings(page: Page, view = ''): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${view}: ${v.id}: ${v.nodes
          .map((n) => n.html.slice(0, 160))
          .slice(0, 2)
          .join(' | ')}`,
    );
}
