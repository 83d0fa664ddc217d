import { useRouter } from 'expo-router';
import { type ReactNode, useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Fact, type ServiceJudgement, type ServiceStep, judgeService, nextStep, openBefore } from '@calvik/core';
import { phaseNames, stepName, stepWords } from '@calvik/words';
import { useAppStore, useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { selectLogbook } from '../../state/logbook';
import { useTokens } from '../../theme/use-tokens';
import { PickList } from '../../ui/pick-list';
import { IconButton, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { type NewFact, useSaveFact } from '../save-fact';
import { Photos, useTakePhoto } from './photos';
import { HandDialog, SkipDialog, Why } from './step-dialogs';
import { useDraft } from '../../state/use-draft';
import { type StepFact, standingReading } from './use-service';
import { routes } from '../routes';

const whyAgain = ['Misread', 'Typed wrong', 'Measured again', 'Wrong corner'] as const;
const whyNow = ['Working together', 'Other side first', 'Waiting for a part'] as const;

interface Reasons {
  because: string;
  outOfTurn: string;
}

/**
 * The frame around one step: what to do in one sentence, the caution, what is asked before it may be saved, photos, and the main action in
 * reach of the thumb. Saves what the step makes, then goes on to the next one.
 */
export function StepFrame({
  s,
  step,
  make,
  saveLabel,
  onSaved,
  children,
  footer,
  wanted,
}: {
  s: ServiceJudgement;
  step: ServiceStep;
  /** The facts of this step, or a sentence that says what is missing. Not given: the step has no save button of its own. */
  make?: () => StepFact[] | string;
  saveLabel?: string;
  /** Called when everything has been saved: drafts can go. Give `stay` to remain on this step. */
  onSaved?: () => 'stay' | void;
  children: ReactNode;
  footer?: ReactNode;
  /** Said beside the sentence: the figure wanted. */
  wanted?: string;
}) {
  const t = useTokens();
  const router = useRouter();
  const store = useAppStore();
  const today = useToday();
  const crew = useCrewOnDuty();
  const logbook = useLogbook();
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const [dialog, setDialog] = useState<'more' | 'skip' | 'hand' | null>(null);
  const {
    draft: why,
    change: setWhy,
    clear: clearWhy,
  } = useDraft<Reasons>(`service.${s.job.id}.${step.key}.why`, {
    because: '',
    outOfTurn: '',
  });
  const takePhoto = useTakePhoto(s, step);
  const before =
    step.state === 'todo' && step.kind !== 'release' ? openBefore(s.steps, step.key, crew?.id ?? null) : [];
  const name = (crewId: string): string => logbook.crew.get(crewId)?.name ?? 'somebody';
  const made = make?.();
  const corrected = typeof made === 'object' ? made.some((body) => standingReading(s, body) !== null) : false;

  const goOn = (): void => {
    const fresh = judgeService(selectLogbook(store.getState()), s.job, today);
    const next = fresh && nextStep(fresh.steps, crew?.id ?? null, step.key);
    router.replace(next ? routes.step(s.job.id, next.key) : routes.service(s.job.id));
  };
  const saveAll = async (bodies: StepFact[]): Promise<boolean> => {
    for (const body of bodies) {
      const standing = standingReading(s, body);
      if (standing && why.because.trim() === '') {
        setSentence('Say why the earlier entry is corrected.');
        return false;
      }
      if (before.length > 0 && why.outOfTurn.trim() === '') {
        setSentence('Say why this comes before the steps that are still open.');
        return false;
      }
      const fact = {
        ...body,
        carId: s.car.id,
        jobId: s.job.id,
        ...(before.length > 0 ? { outOfTurn: why.outOfTurn.trim() } : {}),
      } as NewFact;
      if (!(await saveFact(fact, today, standing ? { fact: standing, because: why.because.trim() } : undefined)))
        return false;
    }
    return true;
  };
  const save = async (): Promise<void> => {
    const bodies = make?.();
    if (bodies === undefined || saving) return;
    if (typeof bodies === 'string') return setSentence(bodies);
    setSentence(null);
    if (!(await saveAll(bodies))) return;
    clearWhy();
    setWhy({ because: '', outOfTurn: '' });
    if (onSaved?.() !== 'stay') goOn();
  };
  // Ctrl-Enter saves, wherever the cursor is.
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
        event.preventDefault();
        event.stopPropagation();
        void save();
      }
    };
    // Before whatever has the focus takes the Enter for itself.
    addEventListener('keydown', press, true);
    return () => removeEventListener('keydown', press, true);
  });

  const caution =
    step.phase === 'fit' && s.sheet.parkingBrake === 'electric'
      ? 'Parking-brake motors pinch: service mode on, and nobody opens the door in the middle.'
      : stepWords[step.kind].caution;
  const title = stepName(step, s);
  return (
    <Screen
      title={title}
      above={`${s.car.name} · ${phaseNames[step.phase]}`}
      back={`/service/${s.job.id}`}
      dense
      actions={<IconButton icon="camera" label="Take a photo" onPress={takePhoto.open} />}
      footer={
        <View style={styles.footer}>
          {(sentence ?? problem ?? takePhoto.problem) ? (
            <Text tone="stop" live>
              {sentence ?? problem ?? takePhoto.problem ?? ''}
            </Text>
          ) : null}
          {footer}
          <View style={styles.row}>
            {step.kind === 'release' ? null : (
              <MainButton mode="outlined" onPress={() => setDialog('more')}>
                More
              </MainButton>
            )}
            <View style={styles.grow}>
              {make ? (
                <MainButton onPress={() => void save()} loading={saving}>
                  {saveLabel ?? (corrected ? 'Save the correction' : 'Save and go on')}
                </MainButton>
              ) : step.kind === 'release' ? null : (
                <MainButton onPress={goOn}>Go on</MainButton>
              )}
            </View>
          </View>
        </View>
      }
    >
      <View style={styles.head}>
        <Text>{stepWords[step.kind].what(step, s)}</Text>
        {wanted ? (
          <Text as="strong" testID="wanted">
            {wanted}
          </Text>
        ) : null}
        {caution ? <Text as="small">{caution}</Text> : null}
        {step.handedTo && step.handedTo !== crew?.id ? (
          <Text tone="amber">{`Handed to ${name(step.handedTo)}.`}</Text>
        ) : null}
        {step.state === 'done' && step.fact ? (
          <Text
            as="small"
            testID="saved-by"
          >{`Saved by ${name(step.fact.by)}. What you save now counts instead.`}</Text>
        ) : null}
        {step.state === 'skipped' && step.fact?.kind === 'stepSkipped' ? (
          <Text tone="amber">{`Skipped by ${name(step.fact.by)}: ${step.fact.reason}`}</Text>
        ) : null}
      </View>
      {before.length > 0 ? (
        <Text tone="amber">{`Out of turn: ${before.length} earlier ${before.length === 1 ? 'step is' : 'steps are'} open.`}</Text>
      ) : null}
      {children}
      {before.length > 0 ? (
        <View style={[styles.notice, { borderColor: t.amber }]} testID="out-of-turn">
          <Text>{`Still open before this: ${before
            .slice(0, 3)
            .map((b) => stepName(b, s))
            .join('; ')}${before.length > 3 ? `, and ${before.length - 3} more` : ''}. Why now?`}</Text>
          <Why options={whyNow} label="Why now" value={why.outOfTurn} onChange={(outOfTurn) => setWhy({ outOfTurn })} />
        </View>
      ) : null}
      {corrected ? (
        <Section title="Why is it corrected?">
          <Why
            options={whyAgain}
            label="Why corrected"
            value={why.because}
            onChange={(because) => setWhy({ because })}
          />
        </Section>
      ) : null}
      <Photos s={s} step={step} />
      <PickList
        title={title}
        visible={dialog === 'more'}
        chosen={undefined}
        options={[
          { value: 'skip', label: 'Skip, with a reason' },
          { value: 'hand', label: 'Hand over' },
          { value: 'later', label: 'Later' },
        ]}
        onClose={() => setDialog(null)}
        onPick={(what) => {
          setDialog(what === 'skip' || what === 'hand' ? what : null);
          if (what === 'later') goOn();
        }}
      />
      {dialog === 'skip' ? (
        <SkipDialog
          step={step}
          onClose={() => setDialog(null)}
          onSkip={async (reason) => {
            const fact = { kind: 'stepSkipped', step: step.key, reason, carId: s.car.id, jobId: s.job.id } as NewFact;
            if (await saveFact(fact, today)) {
              setDialog(null);
              goOn();
            }
          }}
          problem={problem}
        />
      ) : null}
      {dialog === 'hand' ? (
        <HandDialog
          step={step}
          onClose={() => setDialog(null)}
          onHand={async (toCrewId, keys) => {
            for (const key of keys) {
              const fact = {
                kind: 'stepHandedOver',
                step: key,
                toCrewId,
                carId: s.car.id,
                jobId: s.job.id,
              } as NewFact;
              if (!(await saveFact(fact, today))) return;
            }
            setDialog(null);
            goOn();
          }}
          s={s}
        />
      ) : null}
    </Screen>
  );
}

/** The fact of a kind that stands in this service, for filling a form with it. */
export const lastOf = <K extends Fact['kind']>(
  s: ServiceJudgement,
  kind: K,
  test: (fact: Extract<Fact, { kind: K }>) => boolean = () => true,
): Extract<Fact, { kind: K }> | undefined =>
  s.facts.findLast((f) => f.kind === kind && test(f as Extract<Fact, { kind: K }>)) as
    Extract<Fact, { kind: K }> | undefined;

const styles = StyleSheet.create({
  footer: { gap: 8 },
  row: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1 },
  head: { gap: 4 },
  notice: { borderWidth: 1.5, borderRadius: 3, padding: 12, gap: 8 },
  dialog: { maxWidth: 520, alignSelf: 'center', width: '94%' },
});
