interface KeyPress {
  key: string;
  ctrlKey?: boolean;
  metaKey?: boolean;
  altKey?: boolean;
  preventDefault: () => void;
}

/** Letters struck within this time are one word, ms. */
const WORD_MS = 700;

/**
 * Which option the keys go to, by the pattern of a listbox: arrows, home and end, or the first letters of what is looked for, from where the keys are on.
 * @param typed the letters so far, with the new one
 * @returns null for a key that leads nowhere
 */
export function nextOption(key: string, at: number, labels: readonly string[], typed: string): number | null {
  const last = labels.length - 1;
  switch (key) {
    case 'ArrowDown':
      return Math.min(last, at + 1);
    case 'ArrowUp':
      return Math.max(0, at - 1);
    case 'Home':
      return 0;
    case 'End':
      return last;
  }
  if (typed === '') return null;
  // The same letter again goes to the next that begins with it; a longer word may still be where the keys are.
  const isRepeated = [...typed].every((c) => c === typed[0]);
  const wanted = isRepeated ? typed[0]! : typed;
  const from = isRepeated ? at + 1 : at;
  for (let i = 0; i <= last; i++) {
    const n = (from + i) % (last + 1);
    if (labels[n]!.toLowerCase().startsWith(wanted)) return n;
  }
  return null;
}

/** What was typed into a list, letter by letter, until somebody waits or strikes another key. @param clock ms */
export function typedInto(clock: () => number): (event: KeyPress) => string {
  let word = '';
  let lastAt = -Infinity;
  return ({ key, ctrlKey, metaKey, altKey }) => {
    if (key.length !== 1 || key === ' ' || ctrlKey || metaKey || altKey) return (word = '');
    word = clock() - lastAt > WORD_MS ? key.toLowerCase() : word + key.toLowerCase();
    lastAt = clock();
    return word;
  };
}
