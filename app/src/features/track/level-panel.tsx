import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { levelBefore, levelSumOf, ofKind } from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { FigureFields, useReadFigure } from '../../ui/figure-fields';
import { PickList } from '../../ui/pick-list';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { FindingLine } from '../finding-line';
import { useSaveFact } from '../save-fact';
import type { PanelProps } from './use-look';

/** The level against what the pads have worn; a top-up says out of which bottle. */
export function LevelPanel({ car, session, onDone }: PanelProps) {
  const logbook = useLogbook();
  const today = useToday();
  const read = useReadFigure();
  const { show } = useUnits();
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const [selected, select] = useState('level');
  const [isPicking, setPicking] = useState(false);
  const { draft, change, clear } = useDraft(`look.${session.fact.id}.level`, { level: '', added: '', bottleId: '' });
  const before = levelBefore(logbook.factsOfCar(car.id), session.fact.at);
  const standing = ofKind(logbook.factsOfCar(car.id), 'levelRead').findLast((f) => f.sessionId === session.fact.id);
  const levelMl = read(draft.level, 'volume');
  const addedMl = draft.added.trim() === '' ? 0 : read(draft.added, 'volume');
  const sum = levelMl === null ? null : levelSumOf(logbook, car, session, levelMl);
  const bottles = [...logbook.bottles.values()].filter((b) => !b.archived);
  const bottle = logbook.bottles.get(draft.bottleId);
  const save = async (): Promise<void> => {
    if (levelMl === null) return setSentence('Type the level.');
    if (addedMl === null) return setSentence('What was poured in cannot be read.');
    if (addedMl > 0 && !bottle) return setSentence('Say out of which bottle.');
    if (levelMl + addedMl > car.reservoirMaxMl * 1.05)
      return setSentence(`That is over MAX: the reservoir holds ${show(car.reservoirMaxMl, 'volume')}.`);
    setSentence(null);
    const isSaved = await saveFact(
      {
        kind: 'levelRead',
        carId: car.id,
        sessionId: session.fact.id,
        levelMl,
        toppedUpMl: addedMl,
        ...(addedMl > 0 && bottle ? { bottleId: bottle.id } : {}),
      },
      today,
    );
    if (!isSaved) return;
    clear();
    change({ level: '', added: '', bottleId: '' });
    onDone();
  };
  return (
    <View style={styles.gap}>
      <Text as="small">
        {`MIN ${show(car.reservoirMinMl, 'volume')}, MAX ${show(car.reservoirMaxMl, 'volume')}. ${before ? `Was ${show(before.levelMl, 'volume')}.` : 'No level on record from before.'}`}
      </Text>
      {sum ? <FindingLine finding={sum.finding} /> : null}
      <FigureFields
        columns={2}
        fields={[
          { key: 'level', label: 'Level', dimension: 'volume', last: standing?.levelMl ?? before?.levelMl ?? null },
          { key: 'added', label: 'Poured in', dimension: 'volume', optional: true },
        ]}
        values={{ level: draft.level, added: draft.added }}
        onChange={(key, text) => change(key === 'level' ? { level: text } : { added: text })}
        selected={selected}
        onSelect={select}
        onDone={() => void save()}
        after={
          <MainButton onPress={() => void save()} loading={saving}>
            Save the level
          </MainButton>
        }
      />
      {draft.added.trim() !== '' ? (
        <MainButton mode="outlined" onPress={() => setPicking(true)}>
          {bottle ? `From bottle ${bottle.label}` : 'Out of which bottle'}
        </MainButton>
      ) : null}
      <PickList
        title="Bottle"
        options={bottles.map((b) => ({
          value: b.id,
          label: `${b.label}, ${logbook.fluids.get(b.fluidId)?.name ?? ''}`,
        }))}
        chosen={draft.bottleId || undefined}
        visible={isPicking}
        onClose={() => setPicking(false)}
        onPick={(bottleId) => {
          change({ bottleId });
          setPicking(false);
        }}
      />
      {(sentence ?? problem) ? (
        <Text tone="stop" live>
          {sentence ?? problem ?? ''}
        </Text>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({ gap: { gap: 10 } });
