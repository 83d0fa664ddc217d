/** What a test does with its hands: it opens a page, types, presses, and looks at what went to the server. */
import { cleanup, configure, fireEvent, screen } from '@testing-library/react';
import { keys, remove } from '../../src/state/storage';
import { HOLD_MS } from '../../src/ui/sign-button';

// A busy machine is no failure.
configure({ asyncUtilTimeout: 20_000 });

export const router = {
  push: jest.fn(),
  replace: jest.fn(),
  back: jest.fn(),
  navigate: jest.fn(),
  canGoBack: () => false,
};
/** Where the page under test stands. */
export const place: { path: string; params: Record<string, string> } = { path: '/', params: {} };
/** For `jest.mock('expo-router', …)`. */
export const expoRouter = {
  useRouter: () => router,
  useLocalSearchParams: () => place.params,
  usePathname: () => place.path,
};

interface Sent {
  path: string;
  method: string;
  body: Record<string, unknown>;
}
/** Everything that was asked of the server, in order. */
export const sent: Sent[] = [];
const BATCHES = '/api/batches';
const togetherIn = (body: Record<string, unknown>) =>
  body['entries'] as { collection: string; body: Record<string, unknown> }[];
/** What was sent to be kept, one by one or together. */
export const saved = (collection = ''): Record<string, unknown>[] =>
  sent.flatMap((s): Record<string, unknown>[] => {
    if (s.path === BATCHES)
      return togetherIn(s.body).flatMap((e) => (e.collection.includes(collection) ? [e.body] : []));
    return s.method === 'PUT' && s.path.includes(`/${collection}`) ? [s.body] : [];
  });
/** Answers by path; anything else is answered with what was sent, as the server does when it keeps something. */
export const answers: Record<string, unknown> = {};

/** A device that has nothing on it, and a server that takes everything. */
export function freshHands(): void {
  beforeEach(() => {
    keys('calvik.').forEach(remove);
    sent.length = 0;
    for (const path of Object.keys(answers)) delete answers[path];
    place.path = '/';
    place.params = {};
    for (const mock of [router.push, router.replace, router.back, router.navigate]) mock.mockClear();
    globalThis.fetch = (async (path: string, init?: RequestInit) => {
      const body = (typeof init?.body === 'string' ? JSON.parse(init.body) : {}) as Record<string, unknown>;
      sent.push({ path, method: init?.method ?? 'GET', body });
      const kept = path === BATCHES ? { entries: togetherIn(body).map((e) => e.body) } : body;
      return { ok: true, status: init?.method === 'PUT' ? 201 : 200, json: async () => answers[path] ?? kept };
    }) as never;
  });
  afterEach(cleanup);
}

const fieldOf = (label: string | RegExp): HTMLElement => screen.getByLabelText(label, { selector: 'input, textarea' });
export const type = (label: string | RegExp, text: string): void =>
  void fireEvent.change(fieldOf(label), { target: { value: text } });
/** Types into a field, and leaves it: a date is read then. */
export const typeAndLeave = (label: string | RegExp, text: string): void => {
  type(label, text);
  fireEvent.blur(fieldOf(label));
};

/** Figures stand before their units with a space that does not break. */
const plain = (words: string): string => words.replace(/\u00a0/g, ' ');
/** All that stands on the page. */
export const text = (): string => plain(document.body.textContent ?? '');
const named = (role: string, name: string | RegExp): Element | undefined =>
  [...document.querySelectorAll(`[role="${role}"], ${role}`)].find((element) => {
    const said = plain(element.getAttribute('aria-label') ?? element.textContent ?? '');
    return typeof name === 'string' ? said === plain(name) : name.test(said);
  });
/** By the name that is said aloud; the library's own look-up by role takes seconds on a screen of this size. */
export const press = (name: string | RegExp, role = 'button'): void => {
  const found = named(role, name);
  if (!found) throw new Error(`There is no ${role} “${String(name)}”.`);
  fireEvent.click(found);
};
/** Holds a signature for as long as it wants to be held. */
export async function sign(name: string | RegExp): Promise<void> {
  const found = named('button', name);
  if (!found) throw new Error(`There is no button “${String(name)}”.`);
  fireEvent.pointerDown(found);
  await new Promise((done) => setTimeout(done, HOLD_MS + 50));
  fireEvent.pointerUp(found);
}
export const isThere = (name: string | RegExp, role = 'button'): boolean => named(role, name) !== undefined;
/** A choice that opens a list. */
export const pick = (label: string, option: string | RegExp): void => {
  press(new RegExp(`^${label}: `));
  press(option, 'option');
};
