import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { GUIDED_TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { Text } from './text';

/** So long is it held, ms: no tap that happens to be under the thumb signs anything. */
export const HOLD_MS = 1000;
/** A screen reader presses once, hears what to do, and presses again within this, ms. */
const AGAIN_MS = 10_000;

/**
 * A signature: held for a second, by thumb or by Enter or space; by a screen reader, that only presses, pressed a second time after it has said so.
 * Let go early it says how it is done, and nothing is signed.
 */
export function SignButton({
  children,
  onSign,
  danger = false,
  disabled = false,
}: {
  children: string;
  onSign: () => void;
  danger?: boolean;
  disabled?: boolean;
}) {
  const t = useTokens();
  const [isHeld, setHeld] = useState(false);
  const [said, say] = useState<string | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const armedAt = useRef(0);
  const sign = useRef(onSign);
  useEffect(() => {
    sign.current = onSign;
  });
  const stop = (): void => {
    if (timer.current !== null) clearTimeout(timer.current);
    timer.current = null;
    setHeld(false);
  };
  useEffect(
    () => () => {
      if (timer.current !== null) clearTimeout(timer.current);
    },
    [],
  );
  const begin = (): void => {
    if (disabled || timer.current !== null) return;
    say(null);
    setHeld(true);
    timer.current = setTimeout(() => {
      stop();
      sign.current();
    }, HOLD_MS);
  };
  const letGo = (): void => {
    if (timer.current === null) return;
    stop();
    say('Hold it for a second to sign.');
  };
  /** Neither pointer nor key: whoever reads the screen aloud. */
  const pressed = (event: { detail?: number }): void => {
    if (disabled || event.detail !== 0) return;
    const now = Date.now();
    if (now - armedAt.current >= HOLD_MS && now - armedAt.current <= AGAIN_MS) {
      armedAt.current = 0;
      say(null);
      sign.current();
    } else {
      armedAt.current = now;
      say('Press again to sign.');
    }
  };
  const isKey = (event: { key: string }): boolean => event.key === 'Enter' || event.key === ' ';
  const ink = danger ? t.onStop : t.onIron;
  const hands = {
    onPointerDown: begin,
    onPointerUp: letGo,
    onPointerLeave: letGo,
    onPointerCancel: letGo,
    onContextMenu: (event: { preventDefault: () => void }) => event.preventDefault(),
    onKeyDown: (event: { key: string; repeat?: boolean; preventDefault: () => void }) => {
      if (!isKey(event)) return;
      event.preventDefault();
      if (event.repeat !== true) begin();
    },
    onKeyUp: (event: { key: string }) => {
      if (isKey(event)) letGo();
    },
    onBlur: letGo,
    onClick: pressed,
  };
  return (
    <View style={styles.gap}>
      <View
        role="button"
        aria-label={children}
        aria-disabled={disabled}
        aria-description="Hold for a second to sign."
        tabIndex={0}
        {...(hands as object)}
        style={[styles.button, { backgroundColor: danger ? t.stop : t.iron, opacity: disabled ? 0.5 : 1 }]}
      >
        <View
          style={[
            styles.fill,
            { backgroundColor: ink, width: isHeld ? '100%' : '0%' },
            { transitionProperty: 'width', transitionDuration: isHeld ? `${HOLD_MS}ms` : '120ms' } as object,
          ]}
        />
        <Text as="strong" tone={danger ? 'onStop' : 'onIron'}>
          {children}
        </Text>
        <Text as="small" tone={danger ? 'onStop' : 'onIron'}>
          {isHeld ? 'Keep holding …' : 'Hold to sign'}
        </Text>
      </View>
      {said ? (
        <Text as="small" live>
          {said}
        </Text>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 4 },
  button: {
    minHeight: GUIDED_TARGET,
    borderRadius: 4,
    alignItems: 'center',
    justifyContent: 'center',
    overflow: 'hidden',
    paddingHorizontal: 12,
    userSelect: 'none',
    touchAction: 'manipulation',
  } as object,
  fill: { position: 'absolute', left: 0, top: 0, bottom: 0, opacity: 0.25 },
});
