import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { quantityParts, torqueLinesOf } from '@calvik/core';
import { cornerNames, counted, patternText } from '@calvik/words';
import { useUnits } from '../../../ui/units';
import { GUIDED_TARGET } from '../../../theme/tokens';
import { useTokens } from '../../../theme/use-tokens';
import { Text } from '../../../ui/text';
import { VerdictMark } from '../../../ui/verdict';
import { StepFrame } from '../step-frame';
import type { StepProps } from '../use-service';

import { TorqueLineForm, keyOf } from './torque-line';

/** The torque table of an axle, or the wheels: line by line, in order and pattern, each click judged as it comes. */
export function TorqueStep({ s, step }: StepProps) {
  const t = useTokens();
  const units = useUnits();
  const lines = torqueLinesOf(s, step);
  const firstOpen = lines.find((l) => l.set === null || l.verdict === 'stop') ?? lines[0];
  const [openKey, setOpenKey] = useState(firstOpen ? keyOf(firstOpen) : '');
  const active = lines.find((l) => keyOf(l) === openKey) ?? firstOpen;
  const [clicked, setClicked] = useState(0);
  const untouched = lines.filter((l) => l.set === null).length;
  return (
    <StepFrame
      s={s}
      step={step}
      unsaved={
        clicked > 0 && active
          ? `${counted(clicked, 'click')} of ${active.fastener.name.toLowerCase()}, ${active.corner}, not saved.`
          : untouched > 0
            ? `${untouched} of ${lines.length} not torqued.`
            : null
      }
    >
      <View role="group" aria-label="Torque table">
        {lines.map((line) => {
          const { fastener: f, corner, set } = line;
          const on = line === active;
          return (
            <Pressable
              key={keyOf(line)}
              role="button"
              aria-label={`${f.name}, ${cornerNames[corner]}`}
              aria-pressed={on}
              onPress={() => setOpenKey(keyOf(line))}
              testID={`torque-${keyOf(line)}`}
              style={[
                styles.line,
                { borderColor: on ? t.iron : t.rule, backgroundColor: on ? t.ironWash : 'transparent' },
              ]}
            >
              <View style={styles.grow}>
                <Text as="strong">{`${f.name}, ${corner}`}</Text>
                <Text as="small">
                  {`${patternText(f)}${set ? `; ${set.readingsNm.map((nm) => quantityParts(nm, 'torque', units.system).figure).join(' ')}` : ''}`}
                </Text>
              </View>
              <View style={styles.right}>
                <Text as="strong" tone={f.torqueNm === null ? 'stop' : 'ink'}>
                  {f.torqueNm === null ? 'No figure' : units.show(f.torqueNm, 'torque')}
                </Text>
                {f.torqueNm === null ? null : <Text as="small">{units.other(f.torqueNm, 'torque')}</Text>}
              </View>
              {set ? (
                <VerdictMark verdict={line.verdict} word={line.verdict === 'inOrder' ? 'Done' : undefined} />
              ) : (
                <Text as="label">Not torqued</Text>
              )}
            </Pressable>
          );
        })}
      </View>
      {active ? (
        <TorqueLineForm
          key={keyOf(active)}
          s={s}
          step={step}
          line={active}
          onClicks={setClicked}
          onSaved={() => {
            const next = lines.find((l) => keyOf(l) !== keyOf(active) && l.set === null);
            if (next) setOpenKey(keyOf(next));
          }}
        />
      ) : null}
    </StepFrame>
  );
}

const styles = StyleSheet.create({
  line: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    minHeight: GUIDED_TARGET,
    borderBottomWidth: 1,
    borderLeftWidth: 3,
    paddingHorizontal: 8,
    paddingVertical: 6,
  },
  grow: { flex: 1, minWidth: 0 },
  right: { alignItems: 'flex-end' },
});
