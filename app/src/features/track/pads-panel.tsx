import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Finding, questionsOf } from '@calvik/core';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { FigureFields } from '../../ui/figure-fields';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { LiveFinding } from '../../facts/finding-line';
import { asFact, useSaveFact } from '../../facts/save-fact';
import { AskedWhy } from './asked-why';
import { useGaugedPads } from './use-gauged-pads';
import type { PanelProps } from './use-look';
import { jobAtEvent, newJobAtEvent } from './use-track';

/** Pads through the window of the caliper: the thinnest of each corner, or both pads, each against last time. */
export function PadsPanel({ car, session, look, onDone }: PanelProps) {
  const logbook = useLogbook();
  const today = useToday();
  const crew = useCrewOnDuty();
  const { saveFacts, saving, problem } = useSaveFact();
  const p = useGaugedPads({ car, session, look });
  const { draft, change, live } = p;
  const [asked, ask] = useState<Finding[]>([]);
  const [sentence, setSentence] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    if (!crew) return setSentence('Choose who is on duty first, so that this entry carries a name.');
    if (p.missing) return setSentence(p.missing);
    const job =
      jobAtEvent(logbook, car.id, session.fact.eventId) ??
      newJobAtEvent(logbook, car.id, session.fact.eventId, crew.id);
    const now = new Date().toISOString();
    const questions = p.whole.flatMap((c) => questionsOf(logbook, asFact(p.bodyOf(c, job.id), now, crew.id)));
    if (questions.length > 0 && draft.why.trim() === '') {
      ask(questions);
      return setSentence('Say why, or read again.');
    }
    setSentence(null);
    // One entry: leaving the page cuts nothing off.
    const own = logbook.jobs.has(job.id) ? [] : [{ collection: 'jobs' as const, body: job }];
    const readings = p.whole.map((corner) => ({ draft: p.bodyOf(corner, job.id) }));
    if (!(await saveFacts(readings, today, own))) return;
    ask([]);
    p.emptied();
    if (p.left.every((c) => p.whole.includes(c))) onDone();
  };
  return (
    <View style={styles.gap}>
      <FigureFields
        columns={2}
        fields={p.fields}
        values={draft.typed as Record<string, string>}
        onChange={(key, text) => {
          setSentence(null);
          change({ typed: { ...draft.typed, [key]: text } });
        }}
        selected={p.selected}
        onSelect={p.select}
        onDone={() => void save()}
        verdictHeight={44}
        verdict={<LiveFinding findings={live ? [live] : []} hasReading={live !== null} />}
        after={
          <MainButton onPress={() => void save()} loading={saving}>
            Save pads
          </MainButton>
        }
      />
      {p.isThinnest ? (
        <>
          <MainButton mode="outlined" onPress={() => p.readBoth(true)}>
            Read both pads of each corner
          </MainButton>
          <Text as="small">
            The thinnest keeps the limit. Which pad wears, and whether both wear alike, is not known again before both
            are read.
          </Text>
        </>
      ) : draft.isBoth ? (
        <MainButton mode="text" onPress={() => p.readBoth(false)}>
          Back to the thinnest
        </MainButton>
      ) : null}
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
