import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Button, Modal, Portal } from 'react-native-paper';
import type { Figure, Origin } from '@calvik/core';
import { TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { Icon } from './icons';
import { Layer } from './layer';
import { Text } from './text';
import { type WorkingTrail, useMeasure } from './working';

/** Longer than this, a word does not fit beside its name. */
const SHORT_WORD = 14;
const origins: Record<Origin['from'], string> = {
  fact: 'measured',
  record: 'entered',
  label: 'label',
  default: 'assumed',
  constant: 'constant',
  computed: 'computed',
};

function Working({ figure, onOpen }: { figure: Figure; onOpen: (figure: Figure) => void }) {
  const t = useTokens();
  const measure = useMeasure();
  const main = measure(figure.value, figure.measure);
  return (
    <View style={styles.body}>
      <View>
        <Text as="label">{figure.label}</Text>
        <View style={styles.row}>
          <Text as="bigFigure">{main.figure}</Text>
          <Text as="unit">{main.unit}</Text>
        </View>
        {figure.band ? (
          <Text as="small">
            {`Band ${measure(figure.band.low, figure.measure).figure} to ${measure(figure.band.high, figure.measure).figure} ${main.unit}: ${figure.band.meaning}.`}
          </Text>
        ) : null}
      </View>
      <View style={[styles.formula, { borderColor: t.rule, backgroundColor: t.paper }]}>
        <Text as="label">Formula</Text>
        <Text as="strong">{figure.working.formula}</Text>
      </View>
      {figure.working.inputs.map((input, nth) => {
        const shown = measure(input.value, input.measure);
        // Words stand under their name, where a figure stands beside it.
        const isText = typeof input.value === 'string' && input.value.length > SHORT_WORD;
        const { origin } = input;
        const line = (
          <View style={[styles.input, { borderColor: t.rule }]}>
            <View style={styles.inputText}>
              <Text>{input.name}</Text>
              {isText ? <Text as="strong">{shown.figure}</Text> : null}
              <Text as="small">
                {origin.from === 'computed' ? 'computed: open its working' : `${origins[origin.from]}: ${origin.label}`}
              </Text>
            </View>
            {isText ? null : (
              <View style={styles.row}>
                <Text as="figure">{shown.figure}</Text>
                <Text as="unit">{shown.unit}</Text>
              </View>
            )}
            {origin.from === 'computed' ? <Icon name="right" color={t.iron} /> : null}
          </View>
        );
        return origin.from === 'computed' ? (
          <Pressable
            key={nth}
            role="button"
            aria-label={`Working of ${input.name}`}
            onPress={() => onOpen(origin.figure)}
          >
            {line}
          </Pressable>
        ) : (
          <View key={nth}>{line}</View>
        );
      })}
      <Text as="small">{`Source: ${figure.working.source}.`}</Text>
      {figure.working.note ? <Text tone="amber">{figure.working.note}</Text> : null}
    </View>
  );
}

/** How a figure was come by, and what went into it, each of which can be opened in turn. */
export function WorkingSheet({ trail, open, back, close }: WorkingTrail) {
  const t = useTokens();
  const figure = trail.at(-1);
  return (
    <Portal>
      <Modal
        visible
        onDismiss={close}
        style={styles.modal}
        contentContainerStyle={[styles.sheet, { backgroundColor: t.sheet, borderColor: t.ink }]}
      >
        {figure ? (
          <View testID="working-sheet" style={styles.shrink}>
            <View style={[styles.header, { borderColor: t.rule }]}>
              <Text as="heading" headingLevel={2}>
                Working
              </Text>
              <View style={styles.row}>
                {trail.length > 1 ? (
                  <Button mode="text" onPress={back}>
                    Back
                  </Button>
                ) : null}
                <Button mode="outlined" onPress={close}>
                  Close
                </Button>
              </View>
            </View>
            <ScrollView style={styles.shrink}>
              <Working figure={figure} onOpen={open} />
            </ScrollView>
            <Layer />
          </View>
        ) : null}
      </Modal>
    </Portal>
  );
}

const styles = StyleSheet.create({
  modal: { justifyContent: 'flex-end', alignItems: 'center' },
  sheet: { width: '100%', maxWidth: 560, maxHeight: '88%', borderTopWidth: 2, flexShrink: 1, marginBottom: 0 },
  shrink: { flexShrink: 1 },
  header: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    alignItems: 'center',
    paddingHorizontal: 16,
    paddingVertical: 8,
    borderBottomWidth: 1,
  },
  body: { padding: 16, gap: 12 },
  row: { flexDirection: 'row', alignItems: 'baseline', gap: 5 },
  formula: { borderWidth: 1, padding: 12, gap: 2 },
  input: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    borderBottomWidth: 1,
    paddingBottom: 8,
    minHeight: TARGET,
  },
  inputText: { flex: 1 },
});
