import { Pressable, StyleSheet, TextInput, View } from 'react-native';
import type { CheckItem, CheckName, Corner } from '@calvik/core';
import { corners, onEveryCar } from '@calvik/core/model';
import { checkNames } from '@calvik/words';
import { GUIDED_TARGET, TARGET, fonts } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { onSpace } from './keyboard';
import { MainButton } from './screen';
import { Text } from './text';

/** What stands against one check of a list. */
export interface CheckState {
  result: CheckItem['result'] | '';
  /** Corners where it is not in order; empty where the check is of the whole car. */
  corners: Corner[];
  remark: string;
}
export type CheckStates = Partial<Record<CheckName, CheckState>>;

const BLANK: CheckState = { result: '', corners: [], remark: '' };

/** Every check of a list in order. */
export const allOk = (names: readonly CheckName[]): CheckStates =>
  Object.fromEntries(names.map((n) => [n, { ...BLANK, result: 'ok' as const }]));

/** The items of a list as they are kept; a fault at several corners is one item for each. */
export function checkItems(names: readonly CheckName[], states: CheckStates): CheckItem[] {
  return names.flatMap((check): CheckItem[] => {
    const { result, corners: at, remark } = states[check] ?? BLANK;
    if (result === '') return [];
    if (result === 'fault' && at.length > 0) return at.map((corner) => ({ check, corner, result, remark }));
    return [{ check, corner: null, result, remark }];
  });
}

/** The states of a list that was kept before. */
export function checkStates(items: readonly CheckItem[]): CheckStates {
  const states: CheckStates = {};
  for (const { check, corner, result, remark } of items) {
    const known = states[check];
    states[check] = { result, remark, corners: [...(known?.corners ?? []), ...(corner ? [corner] : [])] };
  }
  return states;
}

/** The states of a list that is gone through corner by corner. */
export type CornerCheckStates = Partial<Record<Corner, CheckStates>>;

/** The items of such a list as they are saved: one for each check at each corner. */
export const cornerCheckItems = (
  names: readonly CheckName[],
  at: readonly Corner[],
  states: CornerCheckStates,
): CheckItem[] => at.flatMap((corner) => checkItems(names, states[corner] ?? {}).map((item) => ({ ...item, corner })));

/** The states of such a list that was saved before; an item without a corner stands for all of them. */
export const cornerCheckStates = (items: readonly CheckItem[], at: readonly Corner[]): CornerCheckStates =>
  Object.fromEntries(
    at.map((corner) => [
      corner,
      checkStates(items.filter((i) => (i.corner ?? corner) === corner).map((i) => ({ ...i, corner: null }))),
    ]),
  );

/** The first check of a list that nothing stands against yet. */
export const firstOpenCheck = (names: readonly CheckName[], states: CheckStates): CheckName | undefined =>
  names.find((n) => (states[n]?.result ?? '') === '');

const results = [
  { value: 'ok', label: 'OK' },
  { value: 'fault', label: 'Fault' },
  { value: 'notThere', label: 'N/A' },
] as const;

/** OK, fault, or not on this car: one check, of the whole car or of one corner. */
function Results({
  name,
  words,
  result,
  onChange,
}: {
  name: CheckName;
  words: string;
  result: CheckState['result'];
  onChange: (result: CheckItem['result']) => void;
}) {
  const t = useTokens();
  return (
    <View style={[styles.row, styles.grow]} role="radiogroup" aria-label={words}>
      {results.map(({ value, label }) => {
        if (value === 'notThere' && onEveryCar.has(name)) return null;
        const on = result === value;
        const fault = value === 'fault' && on;
        return (
          <Pressable
            key={value}
            role="radio"
            aria-checked={on}
            aria-label={`${words}: ${label}`}
            onPress={() => onChange(value)}
            {...onSpace(() => onChange(value))}
            style={[
              styles.choice,
              {
                borderColor: fault ? t.amber : on ? t.iron : t.rule,
                borderWidth: on ? 2.5 : 1,
                backgroundColor: fault ? t.amberWash : on ? t.ironWash : t.sheet,
              },
            ]}
          >
            <Text as={on ? 'strong' : 'body'}>{label}</Text>
          </Pressable>
        );
      })}
    </View>
  );
}

function Remark({ words, value, onChange }: { words: string; value: string; onChange: (remark: string) => void }) {
  const t = useTokens();
  return (
    <TextInput
      aria-label={`${words}: what is wrong`}
      placeholder="What is wrong"
      placeholderTextColor={t.inkSoft}
      value={value}
      maxLength={200}
      onChangeText={onChange}
      style={[styles.remark, { borderColor: t.inkSoft, color: t.ink, backgroundColor: t.sheet }]}
    />
  );
}

/** A list to go through with a thumb: each line in order, at fault (where, and what), or not on this car. */
export function CheckList({
  names,
  states,
  onChange,
  byCorner = false,
}: {
  names: readonly CheckName[];
  states: CheckStates;
  onChange: (states: CheckStates) => void;
  /** A fault is somewhere: ask for the corner. */
  byCorner?: boolean;
}) {
  const t = useTokens();
  const set = (name: CheckName, over: Partial<CheckState>): void =>
    onChange({ ...states, [name]: { ...(states[name] ?? BLANK), ...over } });
  const open = names.filter((n) => (states[n]?.result ?? '') === '');
  return (
    <View style={styles.list}>
      {names.map((name) => {
        const state = states[name] ?? BLANK;
        const words = checkNames[name];
        return (
          <View key={name} style={[styles.item, { borderColor: t.rule }]} testID={`check-${name}`}>
            <Text as="strong">{words}</Text>
            <Results name={name} words={words} result={state.result} onChange={(result) => set(name, { result })} />
            {state.result === 'fault' ? (
              <View style={styles.list}>
                {byCorner ? (
                  <View style={styles.row} role="group" aria-label={`${words}, where`}>
                    {corners.map((corner) => {
                      const on = state.corners.includes(corner);
                      return (
                        <Pressable
                          key={corner}
                          role="checkbox"
                          aria-checked={on}
                          aria-label={`${words} at ${corner}`}
                          onPress={() =>
                            set(name, {
                              corners: on ? state.corners.filter((c) => c !== corner) : [...state.corners, corner],
                            })
                          }
                          style={[
                            styles.choice,
                            { borderColor: on ? t.amber : t.rule, borderWidth: on ? 2.5 : 1, backgroundColor: t.sheet },
                          ]}
                        >
                          <Text as={on ? 'strong' : 'body'}>{corner}</Text>
                        </Pressable>
                      );
                    })}
                  </View>
                ) : null}
                <Remark words={words} value={state.remark} onChange={(remark) => set(name, { remark })} />
              </View>
            ) : null}
          </View>
        );
      })}
      {open.length > 1 ? (
        <MainButton mode="outlined" onPress={() => onChange({ ...states, ...allOk(open) })}>
          {open.length === names.length ? 'All OK' : 'The rest OK'}
        </MainButton>
      ) : null}
    </View>
  );
}

/** A list that is gone through at each corner of an axle: both stand side by side, and each is closed for itself. */
export function CornerCheckList({
  names,
  at,
  states,
  onChange,
}: {
  names: readonly CheckName[];
  at: readonly Corner[];
  states: CornerCheckStates;
  onChange: (states: CornerCheckStates) => void;
}) {
  const t = useTokens();
  const set = (corner: Corner, more: CheckStates): void =>
    onChange({ ...states, [corner]: { ...states[corner], ...more } });
  return (
    <View style={styles.list}>
      {names.map((name) => (
        <View key={name} style={[styles.item, { borderColor: t.rule }]} testID={`check-${name}`}>
          <Text as="strong">{checkNames[name]}</Text>
          <View style={styles.sides}>
            {at.map((corner) => {
              const state = states[corner]?.[name] ?? BLANK;
              const words = `${checkNames[name]}, ${corner}`;
              return (
                <View key={corner} style={styles.grow}>
                  <Text as="label">{corner}</Text>
                  <Results
                    name={name}
                    words={words}
                    result={state.result}
                    onChange={(result) => set(corner, { [name]: { ...state, result } })}
                  />
                  {state.result === 'fault' ? (
                    <Remark
                      words={words}
                      value={state.remark}
                      onChange={(remark) => set(corner, { [name]: { ...state, remark } })}
                    />
                  ) : null}
                </View>
              );
            })}
          </View>
        </View>
      ))}
      <View style={styles.sides}>
        {at.map((corner) => {
          const open = names.filter((n) => (states[corner]?.[n]?.result ?? '') === '');
          return open.length === 0 ? null : (
            <View key={corner} style={styles.grow}>
              <MainButton mode="outlined" onPress={() => set(corner, allOk(open))}>
                {`${corner}: ${open.length === names.length ? 'all' : 'the rest'} OK`}
              </MainButton>
            </View>
          );
        })}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  sides: { flexDirection: 'row', gap: 12 },
  grow: { flex: 1, minWidth: 0 },
  list: { gap: 8 },
  item: { gap: 6, borderBottomWidth: 1, paddingBottom: 10 },
  row: { flexDirection: 'row', gap: 6 },
  choice: { flex: 1, minHeight: GUIDED_TARGET, borderRadius: 3, alignItems: 'center', justifyContent: 'center' },
  remark: {
    minHeight: TARGET,
    borderWidth: 1,
    borderRadius: 3,
    paddingHorizontal: 12,
    fontFamily: fonts.text,
    fontSize: 16,
  },
});
