/** What the phone does besides showing: it speaks, shakes, and stays awake. Each says plainly where the browser refuses it. */
import { activateKeepAwakeAsync, deactivateKeepAwake } from 'expo-keep-awake';
import * as Speech from 'expo-speech';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Vibration } from 'react-native';

const canSpeak = (): boolean => typeof window !== 'undefined' && 'speechSynthesis' in window;

/** Says sentences, the latest one first: who drives wants to know what is to be done now. */
export function useVoice(isOn: boolean): {
  say: (sentence: string, isUrgent?: boolean) => void;
  problem: string | null;
} {
  const last = useRef('');
  const say = useCallback(
    (sentence: string, isUrgent = false) => {
      if (!isOn || !canSpeak() || (sentence === last.current && !isUrgent)) return;
      last.current = sentence;
      if (isUrgent) void Speech.stop();
      Speech.speak(sentence, { language: 'en-GB', rate: 1.05 });
    },
    [isOn],
  );
  useEffect(() => {
    if (!isOn && canSpeak()) void Speech.stop();
  }, [isOn]);
  return { say, problem: canSpeak() ? null : 'This browser does not speak: somebody reads it out.' };
}

export const shake = (pattern: number[]): void => {
  try {
    Vibration.vibrate(pattern);
  } catch {
    // A browser without it says nothing, and the voice and the screen are there.
  }
};

/** Keeps the screen on while a run is under way. */
export function useAwake(isOn: boolean): string | null {
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    if (!isOn) return;
    let isMine = true;
    const ask = (): void => {
      activateKeepAwakeAsync('bedding').then(
        () => isMine && setProblem(null),
        () => isMine && setProblem('This browser lets the screen go dark: touch it now and then.'),
      );
    };
    ask();
    // A lock is lost when the page goes into the background.
    const back = (): void => {
      if (document.visibilityState === 'visible') ask();
    };
    document.addEventListener('visibilitychange', back);
    return () => {
      isMine = false;
      document.removeEventListener('visibilitychange', back);
      void Promise.resolve(deactivateKeepAwake('bedding')).catch(() => undefined);
    };
  }, [isOn]);
  return problem;
}
