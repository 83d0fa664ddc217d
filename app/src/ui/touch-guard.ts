/** So long a control that has just appeared under the thumb takes no touch, ms. */
export const QUIET_MS = 600;
/** A thumb lands this far from where it was, px. */
const NEAR_PX = 48;
const CONTROL = 'a, button, input, [role="button"], [role="link"], [role="radio"], [role="checkbox"], [role="option"]';

interface Touch {
  at: number;
  x: number;
  y: number;
  path: string;
  control: Element | null;
  /** When what was touched gave way to something else; null while it has not. */
  goneAt: number | null;
}

/**
 * Keeps a second tap off what has just appeared under it: the page has changed, or the control that was tapped is gone. Quick hands stay quick
 * on what was there before: keypads, lists, and whatever lies elsewhere. Keys are not touched. The time counts from when it appeared: a slow phone
 * may take longer to save than a thumb to grow impatient.
 * @param clock the time that events are stamped with, ms
 * @returns takes it away again
 */
export function guardTouches(clock = (): number => performance.now()): () => void {
  let last: Touch | null = null;
  let isSwallowed = false;
  const swallow = (event: Event): void => {
    event.stopImmediatePropagation();
    event.preventDefault();
  };
  const isGone = ({ path, control }: Touch): boolean => location.pathname !== path || control?.isConnected === false;
  /** When a part of the page was put there, ms. */
  const cameAt = new WeakMap<Node, number>();
  const appearedAt = (control: Element): number => {
    let latest = -Infinity;
    for (let part: Node | null = control; part !== null; part = part.parentNode)
      latest = Math.max(latest, cameAt.get(part) ?? -Infinity);
    return latest;
  };
  const watch = new MutationObserver((changes) => {
    const at = clock();
    if (last !== null && last.goneAt === null && isGone(last)) last.goneAt = at;
    for (const { addedNodes } of changes) for (const node of addedNodes) cameAt.set(node, at);
  });
  watch.observe(document, { childList: true, subtree: true });
  const down = (event: PointerEvent): void => {
    const control = event.target instanceof Element ? event.target.closest(CONTROL) : null;
    const now: Touch = {
      at: event.timeStamp,
      x: event.clientX,
      y: event.clientY,
      path: location.pathname,
      control,
      goneAt: null,
    };
    const isNear = last !== null && Math.abs(now.x - last.x) <= NEAR_PX && Math.abs(now.y - last.y) <= NEAR_PX;
    const isNew = last !== null && isGone(last) && (now.path !== last.path || control !== last.control);
    // A page may give way at once, and what is on the next one come much later: the later of the two counts.
    const isQuiet = (): boolean =>
      last !== null && control !== null && now.at - Math.max(last.goneAt ?? last.at, appearedAt(control)) < QUIET_MS;
    isSwallowed = isNear && isNew && isQuiet();
    if (isSwallowed) {
      swallow(event);
      // Said on the page: whoever drives it by machine knows to press again, as a person would.
      const root = document.documentElement;
      root.dataset['tooSoon'] = String(Number(root.dataset['tooSoon'] ?? 0) + 1);
    } else last = now;
  };
  const click = (event: MouseEvent): void => {
    // What a key or a screen reader presses has no touch before it. Touched on one page, and let go on the next, it is meant for neither.
    const hasMoved = last !== null && last.path !== location.pathname;
    if ((isSwallowed || hasMoved) && event.detail > 0) swallow(event);
    if (event.detail > 0) isSwallowed = false;
  };
  addEventListener('pointerdown', down, true);
  addEventListener('click', click, true);
  return () => {
    watch.disconnect();
    removeEventListener('pointerdown', down, true);
    removeEventListener('click', click, true);
  };
}
