import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Corner, ONE_MOMENT_S, corners, planOf } from '@calvik/core';
import { readFigure } from '@calvik/core/units';
import { cornerNames } from '@calvik/words';
import * as api from '../../api/client';
import { useLogbook, useNow, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { useSay } from '../../state/use-say';
import { Chips } from '../../ui/chips';
import { FigureFields, useReadFigure } from '../../ui/figure-fields';
import { LineInput } from '../../ui/line-input';
import { recordText } from '../../ui/quantity-text';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { useSaveFact } from '../save-fact';
import type { PanelProps } from './use-look';

/** From then on nobody takes it that what is typed was read just now, s. */
const ASK_FROM_S = 240;
const walk: Corner[] = ['FL', 'FR', 'RR', 'RL'];

/** Four corners with a pyrometer: the seconds since the stop count, and each reading is brought to one moment. */
export function HeatPanel({ car, session, look, onDone }: PanelProps) {
  const logbook = useLogbook();
  const today = useToday();
  const say = useSay();
  const { show, system } = useUnits();
  const read = useReadFigure();
  const { saveFact, saving, problem } = useSaveFact();
  const [picked, pick] = useState<Corner | null>(null);
  const { draft, change } = useDraft<Partial<Record<Corner, string>>>(`look.${session.fact.id}.heat`, {});
  const [minutes, setMinutes] = useState('');
  const [isReadNow, setReadNow] = useState(false);
  const [sentence, setSentence] = useState<string | null>(null);
  const now = useNow(1000);
  const sinceStop = Math.max(0, Math.floor((now - Date.parse(session.fact.at)) / 1000));
  const left = walk.filter((c) => !look.heat.readings[c]);
  const corner = picked ?? left[0] ?? 'FL';
  const typed = draft[corner] ?? '';
  const venueId = logbook.events.get(session.fact.eventId)?.venueId ?? '';
  const after = (): number | null => {
    if (minutes.trim() === '') return Math.min(3600, sinceStop);
    const value = 60 * (readFigure(minutes, ['min']) ?? Number.NaN);
    return value >= 0 && value <= 3600 ? Math.round(value) : null;
  };
  const isLate = sinceStop > ASK_FROM_S;
  const asked = isLate && !isReadNow && minutes.trim() === '';
  const whenSentence = `In ${Math.floor(sinceStop / 60)} min ago: read now, or earlier? Choose “Read now”, or type the minutes after the stop.`;
  const save = async (tempC: number, secondsAfterStop: number, takenWith: 'byHand' | 'simulated'): Promise<void> => {
    const isSaved = await saveFact(
      {
        kind: 'heatReading',
        carId: car.id,
        venueId,
        session: planOf(session),
        read: { instrument: 'pyrometer', corner, part: 'rotor', tempC, secondsAfterStop },
        takenWith,
      },
      today,
    );
    if (!isSaved) return;
    change({ [corner]: '' });
    setMinutes('');
    pick(null);
    if (left.length === 1 && left[0] === corner) onDone();
  };
  const type = (): void => {
    const tempC = read(typed, 'temperature');
    const s = after();
    if (tempC === null) return setSentence('Type the temperature.');
    if (s === null) return setSentence('Minutes after the stop: 0 to 60.');
    if (asked) return setSentence(whenSentence);
    setSentence(null);
    void save(tempC, s, 'byHand');
  };
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
      if (found.instrument === 'pyrometer') await save(found.tempC, s, 'simulated');
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
            c === corner && typed !== ''
              ? typed
              : recordText(look.heat.readings[c]?.tempC ?? null, 'temperature', system),
          ]),
        )}
        onChange={(key, text) => {
          pick(key as Corner);
          change({ [key]: text });
        }}
        selected={corner}
        onSelect={(key) => pick(key as Corner)}
        onDone={type}
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
              <MainButton onPress={type} loading={saving}>
                {`Save ${corner}`}
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
