interface ArrowPress {
  key: string;
  target: unknown;
  currentTarget: unknown;
  defaultPrevented?: boolean;
  preventDefault: () => void;
}

/** Where a control lies, px. */
export interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

const directions: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
/** What lies aside counts so much more than what lies ahead. */
const ASIDE = 3;

/**
 * The nearest of several boxes in the direction of an arrow.
 * @returns its place in the list; null where nothing lies there, or for another key
 */
export function nearestTo(key: string, from: Box, boxes: readonly Box[]): number | null {
  const direction = directions[key];
  if (!direction) return null;
  const [x, y] = direction;
  const middle = (b: Box): [number, number] => [b.left + b.width / 2, b.top + b.height / 2];
  const [fromX, fromY] = middle(from);
  let best: { at: number; cost: number } | null = null;
  boxes.forEach((box, at) => {
    const [dx, dy] = [middle(box)[0] - fromX, middle(box)[1] - fromY];
    const ahead = dx * x + dy * y;
    if (ahead < 1) return;
    const cost = ahead + ASIDE * Math.abs(dx * y + dy * x);
    if (best === null || cost < best.cost) best = { at, cost };
  });
  return (best as { at: number } | null)?.at ?? null;
}

const follow = (event: ArrowPress, isOneStop: boolean): void => {
  const at = event.target as HTMLElement;
  // What is being carried goes by the same keys.
  if (event.defaultPrevented || at.getAttribute('aria-pressed') === 'true') return;
  const controls = [...(event.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('[tabindex]')];
  const found = controls.filter((c) => c !== at && c.getClientRects().length > 0);
  const next = nearestTo(
    event.key,
    at.getBoundingClientRect(),
    found.map((c) => c.getBoundingClientRect()),
  );
  if (next === null) return;
  event.preventDefault();
  if (isOneStop) {
    at.tabIndex = -1;
    found[next]!.tabIndex = 0;
  }
  found[next]!.focus();
};

/** Arrows lead from one control to the next inside of this. */
export const onArrows = { onKeyDown: (event: ArrowPress): void => follow(event, false) } as object;

/** For a grid, by the pattern of WAI-ARIA: arrows lead from one control to the next, and Tab stops at the one where they were last. */
export const onGridArrows = { onKeyDown: (event: ArrowPress): void => follow(event, true) } as object;
