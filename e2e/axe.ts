import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/**
 * What axe finds on the page as it stands that is serious or worse, a line each.
 * @param rules all, or those that are named
 */
export async function seriousFindings(page: Page, view = '', rules: string[] = []): Promise<string[]> {
  const builder = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
  // No page of ours has frames of others: the way that opens a page of its own for each answer is not wanted.
  builder.setLegacyMode();
  if (rules.length > 0) builder.withRules(rules);
  const { violations } = await builder.analyze();
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
