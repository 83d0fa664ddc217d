import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Corner, ONE_MOMENT_S, corners, planOf } from '@calvik/core';
import { readFigure } from '@calvik/core/units';
import { cornerNames, counted } from '@calvik/words';
import * as api from '../../api/client';
import { useLogbook, useNow, useToday, useWalk } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { useSay } from '../../state/use-say';
import { Chips } from '../../ui/chips';
import { FigureFields, useReadFigure } from '../../ui/figure-fields';
import { LineInput } from '../../ui/line-input';
import { recordText } from '../../ui/quantity-text';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { useSaveFact } from '../../facts/save-fact';
import type { PanelProps } from './use-look';

/** From then on nobody takes it that what is typed was read just now, s. */
const ASK_FROM_S = 240;

/** A rotor that has been driven is hotter than a hundred degrees of either scale, and colder than a thousand. */
const WHOLE = /^\d{3}$/;

interface HeatDraft {
  typed: Partial<Record<Corner, string>>;
  /** When each was typed, s after the stop. */
  seconds: Partial<Record<Corner, number>>;
}
interface Reading {
  corner: Corner;
  tempC: number;
  secondsAfterStop: number;
}

/** Four corners with a pyrometer: the seconds since the stop count, and each reading is brought to one moment. */
export function HeatPanel({ car, session, look, onDone }: PanelProps) {
  const logbook = useLogbook();
  const today = useToday();
  const say = useSay();
  const { show, system } = useUnits();
  const read = useReadFigure();
  const walk = useWalk();
  const { saveFacts, saving, problem } = useSaveFact();
  const [picked, pick] = useState<Corner | null>(null);
  const { draft, change } = useDraft<HeatDraft>(`look.${session.fact.id}.heats`, { typed: {}, seconds: {} });
  const [minutes, setMinutes] = useState('');
  const [isReadNow, setReadNow] = useState(false);
  const [sentence, setSentence] = useState<string | null>(null);
  const now = useNow(1000);
  const sinceStop = Math.max(0, Math.floor((now - Date.parse(session.fact.at)) / 1000));
  const left = walk.filter((c) => !look.heat.readings[c]);
  const textOf = (c: Corner): string => draft.typed[c]?.trim() ?? '';
  const corner = picked ?? left.find((c) => textOf(c) === '') ?? left[0] ?? 'FL';
  const venueId = logbook.events.get(session.fact.eventId)?.venueId ?? '';
  const after = (): number | null => {
    if (minutes.trim() === '') return Math.min(3600, sinceStop);
    const value = 60 * (readFigure(minutes, ['min']) ?? Number.NaN);
    return value >= 0 && value <= 3600 ? Math.round(value) : null;
  };
  const isLate = sinceStop > ASK_FROM_S;
  const whenSentence = `In ${Math.floor(sinceStop / 60)} min ago: read now, or earlier? Choose “Read now”, or type the minutes after the stop.`;
  const save = async (read: readonly Reading[], takenWith: 'byHand' | 'simulated'): Promise<void> => {
    const entries = read.map(({ corner, tempC, secondsAfterStop }) => ({
      draft: {
        kind: 'heatReading' as const,
        carId: car.id,
        venueId,
        session: planOf(session),
        read: { instrument: 'pyrometer' as const, corner, part: 'rotor' as const, tempC, secondsAfterStop },
        takenWith,
      },
    }));
    if (!(await saveFacts(entries, today))) return;
    const done = Object.fromEntries(read.map((r) => [r.corner, '']));
    change({ typed: { ...draft.typed, ...done } });
    setMinutes('');
    pick(null);
    if (left.every((c) => read.some((r) => r.corner === c))) onDone();
  };
  /** What has been typed and not saved, each with when it was read; or what is wrong with it. */
  const typedNow = (typed: HeatDraft['typed'], seconds: HeatDraft['seconds']): Reading[] | string => {
    const list: Reading[] = [];
    for (const c of walk) {
      const text = typed[c]?.trim() ?? '';
      if (text === '') continue;
      const tempC = read(text, 'temperature');
      const s = minutes.trim() === '' ? (seconds[c] ?? after()) : after();
      if (tempC === null) return `${c}: type the temperature.`;
      if (s === null) return 'Minutes after the stop: 0 to 60.';
      list.push({ corner: c, tempC, secondsAfterStop: s });
    }
    if (list.length === 0) return 'Type the temperature.';
    // What was typed in time was read then, whenever it is saved.
    const isOpen = !isReadNow && minutes.trim() === '' && list.some((r) => r.secondsAfterStop > ASK_FROM_S);
    return isOpen ? whenSentence : list;
  };
  const saveTyped = (typed = draft.typed, seconds = draft.seconds): void => {
    const list = typedNow(typed, seconds);
    if (typeof list === 'string') return setSentence(list);
    setSentence(null);
    void save(list, 'byHand');
  };
  /** Three digits are a whole figure: the next corner takes the keys, and the last one saves all. Until then each can be put right. */
  const type = (at: Corner, text: string): void => {
    setSentence(null);
    const typed = { ...draft.typed, [at]: text };
    const isWhole = WHOLE.test(text.trim());
    const seconds = { ...draft.seconds, [at]: Math.min(3600, sinceStop) };
    change({ typed, seconds });
    const open = left.filter((c) => c !== at && (typed[c]?.trim() ?? '') === '');
    const isNew = left.includes(at) && !WHOLE.test(textOf(at));
    if (!isWhole || !isNew) return pick(at);
    if (open[0]) return pick(open[0]);
    pick(at);
    if (left.every((c) => WHOLE.test(typed[c]?.trim() ?? ''))) saveTyped(typed, seconds);
  };
  const unsaved = walk.filter((c) => textOf(c) !== '');
  const take = async (): Promise<void> => {
    const s = after();
    if (s === null) return setSentence('Minutes after the stop: 0 to 60.');
    try {
      const found = await api.readHeat({
        carId: car.id,
        venueId,
        session: planOf(session),
        corner,
        instrument: 'pyrometer',
        part: 'rotor',
        secondsAfterStop: s,
      });
      setSentence(null);
      if (found.instrument === 'pyrometer')
        await save([{ corner, tempC: found.tempC, secondsAfterStop: s }], 'simulated');
    } catch (error) {
      setSentence(api.problemSentence(error, say));
    }
  };
  const clock = `${Math.floor(sinceStop / 60)}:${String(sinceStop % 60).padStart(2, '0')}`;
  const readings = walk.flatMap((c) => (look.heat.readings[c] ? [{ corner: c, ...look.heat.readings[c] }] : []));
  return (
    <View style={styles.gap}>
      <FigureFields
        columns={4}
        fields={corners.map((c) => ({
          key: c,
          label: `Rotor ${c}${look.heat.readings[c] ? ' ✓' : ''}`,
          dimension: 'temperature' as const,
          digits: 0,
        }))}
        values={Object.fromEntries(
          corners.map((c) => [
            c,
            textOf(c) !== '' ? textOf(c) : recordText(look.heat.readings[c]?.tempC ?? null, 'temperature', system),
          ]),
        )}
        onChange={(key, text) => type(key as Corner, text)}
        selected={corner}
        onSelect={(key) => pick(key as Corner)}
        onDone={() => saveTyped()}
        verdictHeight={36}
        verdict={
          <View style={styles.clock}>
            <Text as="figure" testID="since-stop">
              {minutes.trim() === '' ? clock : `${after() ?? '?'} s`}
            </Text>
            <Text as="small">{`since the stop, ${cornerNames[corner]}`}</Text>
          </View>
        }
        after={
          <View style={styles.row}>
            <View style={styles.grow}>
              <MainButton mode="outlined" label="Read with the pyrometer" onPress={() => void take()}>
                Pyrometer
              </MainButton>
            </View>
            <View style={styles.grow}>
              <MainButton onPress={() => saveTyped()} loading={saving}>
                {unsaved.length > 1 ? `Save ${counted(unsaved.length, 'reading')}` : `Save ${unsaved[0] ?? corner}`}
              </MainButton>
            </View>
          </View>
        }
      />
      {(sentence ?? problem) ? (
        <Text tone="stop" live>
          {sentence ?? problem ?? ''}
        </Text>
      ) : null}
      {readings.length > 0 ? (
        <Text as="small">
          {`${ONE_MOMENT_S} s after the stop: ${readings.map((r) => `${r.corner} ${show(r.at60C, 'temperature')}`).join(', ')}. By how each rotor cools.`}
        </Text>
      ) : null}
      <View style={styles.row}>
        {isLate ? (
          <View style={styles.grow}>
            <Chips
              label="When"
              columns={1}
              chosen={isReadNow ? ['now'] : []}
              onChange={(chosen) => setReadNow(chosen.includes('now'))}
              options={[{ value: 'now', label: 'Read now' }]}
            />
          </View>
        ) : null}
        <View style={styles.grow}>
          <LineInput label="Or min after the stop" value={minutes} onChange={setMinutes} dense />
        </View>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 10 },
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  clock: { flexDirection: 'row', alignItems: 'center', gap: 8 },
});
