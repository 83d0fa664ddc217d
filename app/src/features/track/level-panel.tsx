import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Finding,
  judgeOverfill,
  levelAtShare,
  levelBefore,
  levelSumOf,
  ofKind,
  questionsOf,
  worstFirst,
} from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { FigureFields, useReadFigure } from '../../ui/figure-fields';
import { ChoiceChips } from '../../ui/chips';
import { PickList } from '../../ui/pick-list';
import { recordText } from '../../ui/quantity-text';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { LiveFinding } from '../../facts/finding-line';
import { asFact, useSaveFact } from '../../facts/save-fact';
import { AskedWhy } from './asked-why';
import type { PanelProps } from './use-look';

/** The level against what the pads have worn; a top-up says out of which bottle. */
export function LevelPanel({ car, session, onDone }: PanelProps) {
  const logbook = useLogbook();
  const today = useToday();
  const read = useReadFigure();
  const { show, system } = useUnits();
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const [asked, ask] = useState<Finding[]>([]);
  const [selected, select] = useState('level');
  const [isPicking, setPicking] = useState(false);
  const { draft, change, clear } = useDraft(`look.${session.fact.id}.level`, {
    level: '',
    added: '',
    bottleId: '',
    why: '',
  });
  const before = levelBefore(logbook.factsOfCar(car.id), session.fact.at);
  const standing = ofKind(logbook.factsOfCar(car.id), 'levelRead').findLast((f) => f.sessionId === session.fact.id);
  const levelMl = read(draft.level, 'volume');
  const addedMl = draft.added.trim() === '' ? 0 : read(draft.added, 'volume');
  const sum = levelMl === null ? null : levelSumOf(logbook, car, session, levelMl);
  const bottles = [...logbook.bottles.values()].filter((b) => !b.archived);
  const bottle = logbook.bottles.get(draft.bottleId);
  const bodyOf = (level: number, added: number) => ({
    kind: 'levelRead' as const,
    carId: car.id,
    sessionId: session.fact.id,
    levelMl: level,
    toppedUpMl: added,
    ...(added > 0 && bottle ? { bottleId: bottle.id } : {}),
  });
  const share = (of: number): number => levelAtShare(car, of);
  const marks: [label: string, ml: number][] = [
    ...(before ? [['As it was', before.levelMl] as [string, number]] : []),
    ['MAX', share(1)],
    ['¾', share(0.75)],
    ['½', share(0.5)],
  ];
  const overfilled = levelMl === null ? null : judgeOverfill(levelMl + (addedMl ?? 0), car, 'watch');
  const save = async (): Promise<void> => {
    if (levelMl === null) return setSentence('Type the level.');
    if (addedMl === null) return setSentence('What was poured in cannot be read.');
    if (addedMl > 0 && !bottle) return setSentence('Say out of which bottle.');
    const body = bodyOf(levelMl, addedMl);
    const questions = questionsOf(logbook, asFact(body, new Date().toISOString(), ''));
    ask(questions);
    if (questions.length > 0 && draft.why.trim() === '') return setSentence('Say why, or read again.');
    setSentence(null);
    const explained = questions.length > 0 ? { ...body, explanation: draft.why.trim() } : body;
    if (!(await saveFact(explained, today))) return;
    clear();
    ask([]);
    change({ level: '', added: '', bottleId: '', why: '' });
    onDone();
  };
  return (
    <View style={styles.gap}>
      <Text as="small">
        {`MIN ${show(car.reservoirMinMl, 'volume')}, MAX ${show(car.reservoirMaxMl, 'volume')}. ${before ? `Was ${show(before.levelMl, 'volume')}.` : 'No level on record from before.'}`}
      </Text>
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
        verdictHeight={44}
        verdict={
          <LiveFinding
            findings={worstFirst([...(overfilled ? [overfilled] : []), ...(sum ? [sum.finding] : [])])}
            hasReading={sum !== null}
          />
        }
        after={
          <MainButton onPress={() => void save()} loading={saving}>
            Save the level
          </MainButton>
        }
      />
      <ChoiceChips
        label="Stands at"
        columns={4}
        value={marks.find(([, ml]) => levelMl !== null && Math.abs(ml - levelMl) < 0.6)?.[0] ?? ''}
        onChange={(label) => change({ level: recordText(marks.find(([m]) => m === label)![1], 'volume', system) })}
        options={marks.map(([label]) => ({ value: label, label }))}
      />
      <AskedWhy asked={asked} why={draft.why} onWhy={(why) => change({ why })} />
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
