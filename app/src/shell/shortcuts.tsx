import { usePathname, useRouter } from 'expo-router';
import { useLayoutEffect, useState } from 'react';
import { laterPiece } from './lazy-screen';
import { shortcuts } from './shortcut-keys';

const ShortcutList = laterPiece('ShortcutList');

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Keys for the wide screen, listed under "?". They are quiet while somebody is typing. */
export function Shortcuts() {
  const router = useRouter();
  // In guided work a digit is a figure, wherever the cursor is.
  const isGuided = usePathname().startsWith('/service/');
  const [shown, setShown] = useState(false);
  // With the page and not after it: a key pressed as soon as the page is there counts.
  useLayoutEffect(() => {
    const press = (event: KeyboardEvent): void => {
      // Whatever is open over the page is closed as a tap beside it closes it.
      if (event.key === 'Escape')
        return [...document.querySelectorAll<HTMLElement>('[data-testid$="-backdrop"]')].at(-1)?.click();
      // Letters belong to whatever is open over the page, unless it is their own list.
      if (!shown && document.querySelector('[aria-modal="true"]')) return;
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === '?') setShown(true);
      const found = shortcuts.find((k) => k.key === event.key && !(isGuided && /\d/.test(k.key)));
      if (!found) return;
      event.preventDefault();
      setShown(false);
      router.navigate(found.to);
    };
    // Before the fields hear of it: they keep their keys to themselves, and Escape closes what is open from there too.
    addEventListener('keydown', press, true);
    return () => removeEventListener('keydown', press, true);
  }, [router, isGuided, shown]);
  return shown ? <ShortcutList onClose={() => setShown(false)} /> : null;
}
