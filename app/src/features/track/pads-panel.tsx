import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Corner,
  type Finding,
  type PadMeasurement,
  axleOfCorner,
  axleParts,
  brakeSheetOf,
  corners,
  judgeThickness,
  padReadingsAt,
  padSpec,
  questionsOf,
} from '@calvik/core';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { FigureFields, useReadFigure } from '../../ui/figure-fields';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { LiveFinding } from '../finding-line';
import { asFact, useSaveFact } from '../save-fact';
import { AskedWhy } from './asked-why';
import type { PanelProps } from './use-look';
import { jobAtEvent, newJobAtEvent } from './use-track';

type Key = `${Corner}.${'inner' | 'outer'}`;
interface PadDraft {
  typed: Partial<Record<Key, string>>;
  why: string;
}

const WHOLE = /^\d{1,2}\.\d$/;

/** Pads through the window of the caliper: inner and outer, corner by corner, each against last time. */
export function PadsPanel({ car, session, look, onDone }: PanelProps) {
  const logbook = useLogbook();
  const today = useToday();
  const crew = useCrewOnDuty();
  const read = useReadFigure();
  const { saveFacts, saving, problem } = useSaveFact();
  const item = look.items.find((i) => i.kind === 'pads')!;
  const gauged = corners.filter((c) => car[axleOfCorner(c)].brake !== 'drum');
  const { draft, change, clear } = useDraft<PadDraft>(`look.${session.fact.id}.pads`, { typed: {}, why: '' });
  const keys = gauged.flatMap((c): Key[] => [`${c}.inner`, `${c}.outer`]);
  const [selected, select] = useState<string>(
    () => keys.find((k) => item.left.includes(k.slice(0, 2) as Corner) && !draft.typed[k]) ?? keys[0] ?? '',
  );
  const [asked, ask] = useState<Finding[]>([]);
  const [sentence, setSentence] = useState<string | null>(null);
  const lastOf = (corner: Corner): PadMeasurement | null => padReadingsAt(logbook, car, corner).at(-1) ?? null;
  /** The verdict on a pad as it is typed; null where there is no figure yet. */
  const judge = (key: string, text = draft.typed[key as Key]): Finding | null => {
    const [corner, side] = key.split('.') as [Corner, 'inner' | 'outer'];
    const thicknessMm = read(text, 'length');
    if (thicknessMm === null) return null;
    const axle = axleOfCorner(corner);
    const spec = padSpec(logbook, car, brakeSheetOf(logbook, car), axle, axleParts(logbook, car, axle).padSet);
    return judgeThickness(thicknessMm, spec, corner, side);
  };
  const live = judge(selected);
  const bodyOf = (corner: Corner, jobId: string) => {
    const face = (side: 'inner' | 'outer') => ({
      thicknessMm: read(draft.typed[`${corner}.${side}`], 'length') ?? 0,
      otherEndMm: null,
      conditions: [],
    });
    return {
      kind: 'padMeasurement' as const,
      carId: car.id,
      jobId,
      corner,
      padSetId: axleParts(logbook, car, axleOfCorner(corner)).padSet?.id ?? null,
      inner: face('inner'),
      outer: face('outer'),
      hatClearanceMm: null,
      instrument: 'byHand' as const,
      ...(draft.why.trim() ? { explanation: draft.why.trim() } : {}),
    };
  };
  const save = async (): Promise<void> => {
    if (!crew) return setSentence('Choose who is on duty first, so that this entry carries a name.');
    const whole = gauged.filter((c) => (['inner', 'outer'] as const).every((s) => draft.typed[`${c}.${s}`]?.trim()));
    const half = gauged.find((c) => {
      const typed = (['inner', 'outer'] as const).filter((s) => draft.typed[`${c}.${s}`]?.trim());
      return typed.length === 1;
    });
    if (half) return setSentence(`${half}: inner and outer, both.`);
    if (whole.length === 0) return setSentence('Type what you read.');
    const bad = keys.find((k) => draft.typed[k]?.trim() && read(draft.typed[k], 'length') === null);
    if (bad) return setSentence(`${bad.replace('.', ', ')}: cannot be read.`);
    const job =
      jobAtEvent(logbook, car.id, session.fact.eventId) ??
      newJobAtEvent(logbook, car.id, session.fact.eventId, crew.id);
    const now = new Date().toISOString();
    const questions = whole.flatMap((c) => questionsOf(logbook, asFact(bodyOf(c, job.id), now, crew.id)));
    if (questions.length > 0 && draft.why.trim() === '') {
      ask(questions);
      return setSentence('Say why, or read again.');
    }
    setSentence(null);
    // One entry: leaving the page cuts nothing off.
    const own = logbook.jobs.has(job.id) ? [] : [{ collection: 'jobs' as const, body: job }];
    const readings = whole.map((corner) => ({ draft: bodyOf(corner, job.id) }));
    if (!(await saveFacts(readings, today, own))) return;
    ask([]);
    clear();
    change({ typed: {}, why: '' });
    if (item.left.every((c) => whole.includes(c))) onDone();
  };
  return (
    <View style={styles.gap}>
      <FigureFields
        columns={2}
        fields={keys.map((key) => {
          const [corner, side] = key.split('.') as [Corner, 'inner' | 'outer'];
          return {
            key,
            label: `${corner} ${side}${item.left.includes(corner) ? '' : ' ✓'}`,
            dimension: 'length' as const,
            last: lastOf(corner)?.[side].thicknessMm ?? null,
            digits: 1,
            verdict: judge(key)?.verdict ?? 'inOrder',
          };
        })}
        values={draft.typed as Record<string, string>}
        onChange={(key, text) => {
          setSentence(null);
          const typed = { ...draft.typed, [key]: text };
          change({ typed });
          // A tenth is as fine as a gauge reads through the window: then the next pad takes the keys.
          const isWhole = (of: string | undefined): boolean => WHOLE.test(of?.trim() ?? '');
          const open = keys.slice(keys.indexOf(key as Key) + 1).find((k) => !typed[k]?.trim());
          // What is wrong with one stays in view until somebody goes on.
          const isRight = (judge(key, text)?.verdict ?? 'inOrder') === 'inOrder';
          if (isRight && isWhole(text) && !isWhole(draft.typed[key as Key]) && open) select(open);
        }}
        selected={selected}
        onSelect={select}
        onDone={() => void save()}
        verdictHeight={44}
        verdict={<LiveFinding findings={live ? [live] : []} hasReading={live !== null} />}
        after={
          <MainButton onPress={() => void save()} loading={saving}>
            Save pads
          </MainButton>
        }
      />
      <AskedWhy asked={asked} why={draft.why} onWhy={(why) => change({ why })} />
      {(sentence ?? problem) ? (
        <Text tone="stop" live>
          {sentence ?? problem ?? ''}
        </Text>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({ gap: { gap: 10 } });
