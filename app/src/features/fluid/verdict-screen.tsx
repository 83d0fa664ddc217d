import { useLocalSearchParams, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Car,
  type Figure,
  type RuleVerdict,
  type TrackEvent,
  asksNothing,
  longDate,
} from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { Gone } from '../../records/not-found-page';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { FigureView } from '../../ui/working';
import { FluidBar } from './fluid-bar';
import { useEventFor, useFluid } from './use-fluid';
import { jobNames, policyName } from '@calvik/words';
import { useTell } from '../../state/use-say';
import { FindingLines } from '../../facts/finding-line';
import { findingKey } from '@calvik/core';
import { routes } from '../../routes';

const owners = { organiser: 'Organiser', customer: 'Customer', shop: 'Shop', boilingPoint: 'Fluid' } as const;

export function VerdictScreen() {
  const { id, event: eventId } = useLocalSearchParams<{ id: string; event?: string }>();
  const car = useLogbook().cars.get(id);
  const event = useEventFor(id, eventId);
  return car ? <VerdictPage car={car} event={event} /> : <Gone what="car" back="/cars" />;
}

function Rule({ rule, strictest }: { rule: RuleVerdict; strictest: boolean }) {
  const t = useTokens();
  const tell = useTell();
  return (
    <View style={[styles.rule, { borderColor: t.rule }]}>
      <View style={styles.head}>
        <Text as="label">{`${owners[rule.owner]}${strictest ? ', the strictest' : ''}`}</Text>
        <Text as="label" tone={rule.met ? 'inkSoft' : 'amber'}>
          {asksNothing(rule) ? 'Asks nothing now' : rule.met ? 'Met' : `${jobNames[rule.work]} due`}
        </Text>
      </View>
      <Text as="strong">{rule.policy ? policyName(rule.policy) : 'Boiling point on the day'}</Text>
      <Text as="small">{`${tell(rule.reason)}${rule.dueBy ? ` Due by ${longDate(rule.dueBy)}.` : ''}`}</Text>
    </View>
  );
}

/** What Calvik makes of the fluid: verdict first, then the figures, each of which opens, then the rules. */
function VerdictPage({ car, event }: { car: Car; event: TrackEvent | null }) {
  const router = useRouter();
  const logbook = useLogbook();
  const judgement = useFluid(car, event);
  const tell = useTell();
  const {
    verdict,
    findings,
    headline,
    rules,
    strictest,
    margin,
    boilingNow,
    boilingOnDay,
    waterNow,
    waterOnDay,
    demanded,
    peak,
    uptake,
    day,
  } = judgement;
  const figures = [boilingOnDay, margin, boilingNow, demanded, peak, waterNow, waterOnDay, uptake].filter(
    (f): f is Figure => f !== null,
  );
  const work = rules.some((r) => !r.met) || verdict === 'stop' || verdict === 'needsWork';
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={event ? `Fluid for ${event.name}, ${longDate(day)}` : `Fluid today, ${longDate(day)}`}
      back={`/cars/${car.id}`}
      footer={
        <View style={styles.footer}>
          <View style={styles.grow}>
            {strictest?.work === 'boilingTest' && !strictest.met ? (
              <MainButton onPress={() => router.push(routes.test(car.id, { event: event?.id }))}>Test fluid</MainButton>
            ) : (
              <MainButton
                mode={work ? 'contained' : 'outlined'}
                onPress={() => router.push(routes.planWork(car.id, { event: event?.id }))}
              >
                Plan a flush
              </MainButton>
            )}
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => router.push(routes.car(car.id, { event: event?.id }))}>
              To the car
            </MainButton>
          </View>
        </View>
      }
    >
      <View style={styles.gap}>
        <View style={styles.head}>
          <Text as="label">Verdict</Text>
          <VerdictMark verdict={verdict} />
        </View>
        {findings.length === 0 ? <Text>{tell(headline)}</Text> : <FindingLines findings={findings} />}
        <FluidBar judgement={judgement} />
      </View>
      <Section title="Figures">
        <Text as="small">Tap a figure to see how it was come by.</Text>
        <View style={styles.figures}>
          {figures.map((figure) => (
            <View key={figure.label} style={styles.cell}>
              <FigureView figure={figure} />
            </View>
          ))}
        </View>
      </Section>
      <Section title="Rules in force">
        {rules.length === 0 ? (
          <Text tone="inkSoft">No rule is in force. The shop can set its own in the settings.</Text>
        ) : null}
        {rules.map((rule) => (
          <Rule
            key={`${rule.owner} ${findingKey(rule.reason)} ${rule.work}`}
            rule={rule}
            strictest={rule === strictest}
          />
        ))}
      </Section>
      <Text as="small">
        Calvik advises, it certifies nothing. The maker’s manual and the organiser’s rules come first.
      </Text>
    </Screen>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 12 },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center' },
  figures: { flexDirection: 'row', flexWrap: 'wrap', rowGap: 12 },
  cell: { width: '50%' },
  rule: { borderBottomWidth: 1, paddingBottom: 8, gap: 2 },
  footer: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1 },
});
