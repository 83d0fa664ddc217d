/**
 * Brings the code of pages that were not opened yet into the browser's cache, one after the other, so that they open later
 * without a connection. Failing is no harm: the page is then fetched when it is opened.
 */
export async function fetchPagesAhead(): Promise<void> {
  try {
    const pages = (await (await fetch('/pages.json')).json()) as string[];
    for (const page of pages) await fetch(page, { priority: 'low' });
  } catch {
    // Without a connection there is nothing to bring.
  }
}
