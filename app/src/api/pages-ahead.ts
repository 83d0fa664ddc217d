type LoadPage = (path: string) => Promise<unknown>;

/** Brings a file of code into this page, once. Where there is no bundle (in tests) all code is here. */
export const loadCodeFile = async (path: string): Promise<void> => void (await bundler()?.(path));

/** What the bundler loads the code of a page with; it never asks for the same one twice. */
const bundler = (): LoadPage | undefined => {
  const prefix = (globalThis as { __METRO_GLOBAL_PREFIX__?: string }).__METRO_GLOBAL_PREFIX__ ?? '';
  return (globalThis as unknown as Record<string, LoadPage | undefined>)[`${prefix}__loadBundleAsync`];
};

/**
 * Brings the code of pages that were not opened yet into this page, one after the other, so that they open later without a
 * connection. A browser's own cache is not enough: it forgets what it likes. Failing is no harm: the page is then fetched when it is opened.
 */
export async function fetchPagesAhead(): Promise<void> {
  try {
    const { pieces, pages, workers } = (await (await fetch('/pages.json')).json()) as {
      pieces: { file: string }[];
      pages: string[];
      workers: string[];
    };
    for (const page of [...pieces.map(({ file }) => file), ...pages]) {
      await loadCodeFile(page);
      // Whoever touches the screen meanwhile is answered.
      await new Promise((resume) => setTimeout(resume, 0));
    }
    for (const worker of workers) await (await fetch(worker, { priority: 'low' })).arrayBuffer();
    document.documentElement.dataset.pages = 'here';
  } catch {
    // Without a connection there is nothing to bring.
  }
}
