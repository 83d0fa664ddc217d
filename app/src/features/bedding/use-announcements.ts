import { useEffect, useEffectEvent, useRef } from 'react';
import { countedSpoken, moreText, promptText } from '@calvik/words/bedding';
import { useSay } from '../../state/use-say';
import { shake } from './phone';
import type { Cycle } from './use-cycle';

/** Says what comes next, and what the last application was; loudly where somebody stands on hot pads. */
export function useAnnouncements(c: Cycle, speak: (sentence: string, isUrgent?: boolean) => void): void {
  const say = useSay();
  const { state, prompt, adapted } = c;
  const count = state.applications.length;
  const heard = useRef(count);
  const sayCounted = useEffectEvent(() => {
    const last = state.applications.at(-1)!;
    speak(countedSpoken(last, state.counted, state.wanted.length));
    shake(last.isCounted ? [120] : [80, 80, 80]);
  });
  // Each application once.
  useEffect(() => {
    if (count <= heard.current) return;
    heard.current = count;
    sayCounted();
  }, [count]);
  useEffect(() => {
    if (adapted) speak('enough' in adapted ? 'Enough. Pads about to fade.' : `${moreText(adapted.more)}.`);
  }, [adapted, speak]);
  const { code } = prompt;
  const minutesLeft = prompt.code === 'cool' ? Math.ceil(prompt.secondsLeft / 60) : 0;
  const sayPrompt = useEffectEvent(() => {
    const isUrgent = code === 'rollOn';
    speak(promptText(prompt, say).spoken, isUrgent);
    if (isUrgent) shake([500, 150, 500, 150, 500]);
    else if (code === 'brake') shake([200]);
  });
  // Said when it changes, and each minute of the cooling.
  useEffect(() => sayPrompt(), [code, minutesLeft]);
}
