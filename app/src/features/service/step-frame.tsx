import { carLabel } from '@calvik/core';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
import type { Fact, ServiceJudgement, ServiceStep } from '@calvik/core';
import { phaseNames, stepName, stepWords, plural } from '@calvik/words';
import { useCrewOnDuty, useLogbook } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { IconButton, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { SignButton } from '../../ui/sign-button';
import { Text } from '../../ui/text';
import { FindingLines } from '../../facts/finding-line';
import { Photos, useTakePhoto } from './photos';
import { Why } from './step-dialogs';
import { StepMore } from './step-more';
import { useSaveStep } from './use-save-step';
import { type Made, type StepFact, disagreeing } from './use-service';

/** On a phone shorter than this the caution comes after the figures too. */
const SHORT = 800;
const whyAgain = ['Misread', 'Typed wrong', 'Measured again', 'Wrong corner'] as const;
const whySo = ['Read twice, it is right', 'Other parts are on', 'Put right since'] as const;
const whyNow = ['Working together', 'Other side first', 'Waiting for a part'] as const;

/**
 * The frame around one step: what to do in one sentence, the caution, what is asked before it may be saved, photos, and the main action in
 * reach of the thumb. Saves what the step makes, then goes on to the next one.
 */
export function StepFrame({
  s,
  step,
  make,
  saveLabel,
  usual,
  onSaved,
  children,
  footer,
  wanted,
  unsaved,
  hasKeypad = false,
}: {
  s: ServiceJudgement;
  step: ServiceStep;
  /** The facts of this step, or what is missing. Not given: the step has no save button of its own. */
  make?: () => Made;
  saveLabel?: string;
  /** What is usual, said and saved with one tap: offered while only that is missing, and nobody has said anything of it. */
  usual?: { says: string; make: () => StepFact[] | null };
  /** Called when everything has been saved: drafts can go. Give `stay` to remain on this step. */
  onSaved?: () => 'stay' | void;
  children: ReactNode;
  footer?: ReactNode;
  /** Of a step without a save button: what would be left behind by going on; said once before it is left. */
  unsaved?: string | null;
  /** Said beside the sentence: the figure wanted. */
  wanted?: string;
  /** Figures are typed here: on a phone the keypad takes half the height, so the figures come before the sentences. */
  hasKeypad?: boolean;
}) {
  const t = useTokens();
  const crew = useCrewOnDuty();
  const logbook = useLogbook();
  const takePhoto = useTakePhoto(s, step);
  const usually = step.state === 'todo' ? (usual?.make() ?? null) : null;
  const { save, saving, problem, before, isCorrection, asked, why, setWhy, goOn } = useSaveStep(
    s,
    step,
    make,
    usually,
    onSaved,
  );
  const isEnough = Array.isArray(make?.());
  const [warned, setWarned] = useState(false);
  const wide = useWide();
  const isTight = !wide && hasKeypad;
  const standing = disagreeing(s, step);
  const isShort = useWindowDimensions().height < SHORT && isTight;
  const name = (crewId: string): string => logbook.crew.get(crewId)?.name ?? 'somebody';
  const caution =
    step.phase === 'fit' && step.axle === 'rear' && s.sheet.parkingBrake === 'electric'
      ? 'Parking-brake motors pinch: service mode on, and nobody opens the door in the middle.'
      : stepWords[step.kind].caution;
  const what = <Text>{stepWords[step.kind].what(step, s)}</Text>;
  const said = caution ? <Text as="small">{caution}</Text> : null;
  const head = (
    <View style={styles.head}>
      {isTight ? null : what}
      {wanted ? (
        <Text as="strong" testID="wanted">
          {wanted}
        </Text>
      ) : null}
      {isShort ? null : said}
      {step.handedTo && step.handedTo !== crew?.id ? (
        <Text tone="amber">{`Handed to ${name(step.handedTo)}.`}</Text>
      ) : null}
      {step.state === 'done' && step.fact ? (
        <Text
          as="small"
          testID="saved-by"
        >{`Saved by ${name(step.fact.by)}.${standing.length > 0 ? '' : ' Saving replaces the earlier entry.'}`}</Text>
      ) : null}
      {step.state === 'skipped' && step.fact?.kind === 'stepSkipped' ? (
        <Text tone="amber">{`Skipped by ${name(step.fact.by)}: ${step.fact.reason}`}</Text>
      ) : null}
    </View>
  );
  return (
    <Screen
      title={stepName(step, s)}
      above={`${carLabel(logbook, s.car.id)} · ${phaseNames[step.phase]}`}
      back={`/service/${s.job.id}`}
      dense
      notice={problem ?? takePhoto.problem ?? (warned ? unsaved : null)}
      actions={<IconButton icon="camera" label="Take a photo" onPress={takePhoto.open} />}
      footer={
        <View style={styles.footer}>
          {footer}
          <View style={styles.row}>
            {step.kind === 'release' ? null : <StepMore s={s} step={step} />}
            <View style={styles.grow}>
              {make && step.kind === 'release' ? (
                <SignButton onSign={() => void save()} disabled={saving}>
                  {saveLabel ?? 'Release'}
                </SignButton>
              ) : make && usually ? (
                <View style={styles.row}>
                  {isEnough ? (
                    <MainButton mode="outlined" onPress={() => void save()} disabled={saving}>
                      Save
                    </MainButton>
                  ) : null}
                  <View style={styles.grow}>
                    <MainButton onPress={() => void save('usual')} loading={saving}>
                      {`${usual?.says ?? ''}: save`}
                    </MainButton>
                  </View>
                </View>
              ) : make ? (
                <MainButton onPress={() => void save()} loading={saving}>
                  {saveLabel ?? (isCorrection ? 'Save the correction' : 'Save and go on')}
                </MainButton>
              ) : step.kind === 'release' ? null : (
                <MainButton
                  mode={unsaved ? 'outlined' : 'contained'}
                  onPress={() => (unsaved && !warned ? setWarned(true) : goOn())}
                >
                  {unsaved && warned ? 'Go on all the same' : 'Go on'}
                </MainButton>
              )}
            </View>
          </View>
        </View>
      }
    >
      {head}
      <FindingLines findings={standing.filter((f) => !asked.some((a) => a.code === f.code))} />
      {before.length > 0 ? (
        <Text tone="amber">{`Out of turn: ${before.length} earlier ${plural(before.length, 'step is', 'steps are')} open.`}</Text>
      ) : null}
      {asked.length > 0 ? (
        <View style={[styles.notice, { borderColor: t.amber }]} testID="asked">
          <FindingLines findings={asked} />
          <Text>Read it again, or say why it is so.</Text>
          <Why
            options={whySo}
            label="Why it is so"
            value={why.explanation}
            onChange={(explanation) => setWhy({ explanation })}
          />
        </View>
      ) : null}
      {children}
      {isTight ? (
        <View style={styles.head}>
          {what}
          {isShort ? said : null}
        </View>
      ) : null}
      {before.length > 0 ? (
        <View style={[styles.notice, { borderColor: t.amber }]} testID="out-of-turn">
          <Text>{`Still open before this: ${before
            .slice(0, 3)
            .map((b) => stepName(b, s))
            .join('; ')}${before.length > 3 ? `, and ${before.length - 3} more` : ''}. Why now?`}</Text>
          <Why options={whyNow} label="Why now" value={why.outOfTurn} onChange={(outOfTurn) => setWhy({ outOfTurn })} />
        </View>
      ) : null}
      {isCorrection ? (
        <Section title="Why is it corrected?">
          <View testID="why-corrected">
            <Why
              options={whyAgain}
              label="Why corrected"
              value={why.because}
              onChange={(because) => setWhy({ because })}
            />
          </View>
        </Section>
      ) : null}
      <Photos s={s} step={step} />
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
});
