/** The browser's own store, which may be full or forbidden: then things are kept in memory only. */
const memory = new Map<string, string>();

const browser = (): Storage | null => {
  try {
    return typeof localStorage === 'undefined' ? null : localStorage;
  } catch {
    return null;
  }
};

export function read<T>(key: string): T | null {
  const text = browser()?.getItem(key) ?? memory.get(key) ?? null;
  if (text === null) return null;
  try {
    return JSON.parse(text) as T;
  } catch {
    return null;
  }
}

export function write(key: string, value: unknown): void {
  const text = JSON.stringify(value);
  try {
    const store = browser();
    if (!store) throw new Error('no store');
    store.setItem(key, text);
    memory.delete(key);
  } catch {
    memory.set(key, text);
  }
}

export function remove(key: string): void {
  browser()?.removeItem(key);
  memory.delete(key);
}

/** All keys that begin with `prefix`. */
export function keys(prefix: string): string[] {
  const store = browser();
  const stored = store ? Array.from({ length: store.length }, (_, i) => store.key(i) ?? '') : [];
  return [...new Set([...stored, ...memory.keys()])].filter((key) => key.startsWith(prefix));
}

/** Whether this is asked for the first time since Calvik was opened in this tab; a reload is the same visit. */
export function isFirstOfVisit(what: string): boolean {
  try {
    const key = `calvik.visit.${what}`;
    if (sessionStorage.getItem(key) !== null) return false;
    sessionStorage.setItem(key, '1');
  } catch {
    // Where nothing can be stored every time is the first.
  }
  return true;
}
