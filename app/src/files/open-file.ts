import type { UnitSystem } from '@calvik/core';

/** Opens a file of the server in a tab of its own: to print, to save, or to subscribe to. */
export function openFile(path: string): void {
  const link = document.createElement('a');
  link.href = path;
  link.target = '_blank';
  link.rel = 'noopener';
  link.click();
}

/** What is to be printed, on the paper that is usual where the reader's units are. */
export function openPdf(path: string, units: UnitSystem, query: Record<string, string | undefined> = {}): void {
  const asked = Object.entries({ ...query, ...(units === 'imperial' ? { size: 'letter' } : {}) }).filter(
    (entry): entry is [string, string] => entry[1] !== undefined,
  );
  openFile(`/api/${path}.pdf${asked.length > 0 ? `?${new URLSearchParams(asked).toString()}` : ''}`);
}
