import { useLocalSearchParams, usePathname, useRouter } from 'expo-router';
import { type ComponentType, useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Job,
  type ServiceJudgement,
  type StepKey,
  dateIn,
  longDate,
  nextStep,
  stepVerdict,
  phases,
  timeIn,
} from '@calvik/core';
import { counted, phaseNames, stepName } from '@calvik/words';
import { useCrewOnDuty, useLogbook } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { Gone } from '../../records/not-found-page';
import { NotAgreed, useIsUnsent } from '../../facts/not-agreed';
import { Icon } from '../../ui/icons';
import { LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { useService } from './use-service';
import { routes } from '../../routes';

/** What else stands in the visit: of the work list, and fetched with it. */
type AlsoInThisVisit = ComponentType<{ job: Job }>;

/** A service at a glance: where it stands, and the steps in the order of the work. */
export function ServiceScreen({ alsoInThisVisit }: { alsoInThisVisit: AlsoInThisVisit }) {
  const { job: jobId } = useLocalSearchParams<{ job: string }>();
  const s = useService(jobId);
  return s ? <Overview s={s} alsoInThisVisit={alsoInThisVisit} /> : <Gone what="service" back="/work" />;
}

function Overview({ s, alsoInThisVisit: AlsoInThisVisit }: { s: ServiceJudgement; alsoInThisVisit: AlsoInThisVisit }) {
  const t = useTokens();
  const router = useRouter();
  const path = usePathname();
  const wide = useWide();
  const logbook = useLogbook();
  const crew = useCrewOnDuty();
  const next = nextStep(s.steps, crew?.id ?? null);
  const done = s.steps.filter((x) => x.state !== 'todo').length;
  const { timeZone } = logbook.shop;
  const open = (key: StepKey): void => {
    const to = routes.step(s.job.id, key);
    if (wide) router.replace(to);
    else router.push(to);
  };
  const current = path.split('/').at(-1);
  // Beside a step the list keeps that step in view.
  useEffect(() => {
    if (wide) document.querySelector(`[data-testid="step-${current}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [wide, current]);
  const who = (id: string): string => logbook.crew.get(id)?.name.split(' ')[0] ?? 'somebody';
  const { gate } = s;
  const isUnsent = useIsUnsent(gate.signed?.id);
  const holding = gate.holds.filter((h) => h.waived === null).length;
  return (
    <Screen
      title={carLabel(logbook, s.car.id)}
      above={`Service${s.event ? ` for ${s.event.name}` : ''}`}
      back="/work"
      footer={
        <View style={styles.gap}>
          {next ? (
            <MainButton
              onPress={() => open(next.key)}
            >{`${done === 0 ? 'Begin' : 'Go on'}: ${stepName(next, s)}`}</MainButton>
          ) : null}
          <MainButton mode={next ? 'outlined' : 'contained'} onPress={() => router.push(routes.serviceSheet(s.job.id))}>
            Service sheet
          </MainButton>
        </View>
      }
    >
      <NotAgreed id={gate.isReleased ? gate.signed?.id : undefined} />
      <View testID="service-state">
        {gate.isReleased && isUnsent ? null : gate.isReleased && gate.signed ? (
          <Text as="heading">{`Released by ${who(gate.signed.by)}, ${longDate(dateIn(gate.signed.at, timeZone))} ${timeIn(gate.signed.at, timeZone)}`}</Text>
        ) : (
          <>
            <Text as="heading">{`${done} of ${s.steps.length} steps`}</Text>
            <Text as="small">{`Before release: ${counted(gate.stops.length, 'stop')}, ${counted(holding, 'hold')}.`}</Text>
          </>
        )}
      </View>
      {phases.map((phase) => {
        const steps = s.steps.filter((x) => x.phase === phase);
        if (steps.length === 0) return null;
        const left = steps.filter((x) => x.state === 'todo').length;
        return (
          <Section
            key={phase}
            title={phaseNames[phase]}
            aside={<Text as="small">{left === 0 ? 'done' : `${left} to do`}</Text>}
          >
            <View>
              {steps.map((step) => {
                const verdict = stepVerdict(s, step);
                const by = step.fact ? who(step.fact.by) : null;
                return (
                  <LinkRow
                    key={step.key}
                    label={`${stepName(step, s)}: ${step.state === 'todo' ? 'to do' : step.state}`}
                    testID={`step-${step.key}`}
                    onPress={() => open(step.key)}
                    selected={path.endsWith(`/${step.key}`)}
                  >
                    <View style={styles.row}>
                      {step.state === 'done' ? (
                        <Icon name="check" size={20} color={t.ink} />
                      ) : (
                        <View
                          style={[
                            styles.box,
                            {
                              borderColor: step === next ? t.iron : t.rule,
                              backgroundColor: step === next ? t.iron : 'transparent',
                            },
                          ]}
                        />
                      )}
                      <Text
                        as={step === next ? 'strong' : 'body'}
                        tone={step.state === 'todo' ? 'ink' : 'inkSoft'}
                        style={styles.grow}
                      >
                        {stepName(step, s)}
                      </Text>
                      {verdict === 'inOrder' ? (
                        <Text as="small">
                          {step.state === 'skipped'
                            ? 'skipped'
                            : by
                              ? by
                              : step.handedTo && step.state === 'todo'
                                ? `for ${who(step.handedTo)}`
                                : ''}
                        </Text>
                      ) : (
                        <VerdictMark verdict={verdict} />
                      )}
                    </View>
                  </LinkRow>
                );
              })}
            </View>
          </Section>
        );
      })}
      {s.job.covers.length > 0 ? <AlsoInThisVisit job={s.job} /> : null}
    </Screen>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  box: { width: 18, height: 18, borderWidth: 1.5, borderRadius: 3 },
  grow: { flex: 1 },
});
