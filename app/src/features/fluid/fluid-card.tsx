import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import {
  type Car,
  type FluidJudgement,
  type RuleVerdict,
  type TrackEvent,
  asksNothing,
  dateIn,
  longDate,
  relativeDays,
} from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { FindingLines } from '../../facts/finding-line';
import { useTell } from '../../state/use-say';
import { jobNames, policyName } from '@calvik/words';
import { FigureView } from '../../ui/working';
import { ClearedBy } from './cleared-by';
import { FluidBar } from './fluid-bar';
import { useFluid } from './use-fluid';
import { routes } from '../../routes';

const owners = { organiser: 'the organiser’s', customer: 'the customer’s', shop: 'the shop’s' } as const;

const strictestLine = (rule: RuleVerdict, tell: ReturnType<typeof useTell>): string =>
  rule.owner === 'boilingPoint' || !rule.policy
    ? `Strictest is the boiling point itself: ${tell(rule.reason)}`
    : `Strictest rule, ${owners[rule.owner]}${asksNothing(rule) ? ', asks nothing now' : rule.met ? ', is met' : ''}: ${policyName(rule.policy)}. ${tell(rule.reason)}`;

function dueLine({ nextDue }: FluidJudgement, today: string, tell: ReturnType<typeof useTell>): string {
  if (!nextDue) return 'Nothing falls due by the rules in force.';
  if (nextDue.rule.reason.code === 'neverMet') return tell(nextDue.rule.reason);
  const work = jobNames[nextDue.work];
  return nextDue.on < today
    ? `${work} overdue since ${longDate(nextDue.on)}.`
    : `${work} due by ${longDate(nextDue.on)}, ${relativeDays(today, nextDue.on)}.`;
}

/** A car's fluid in one glance: verdict and reasons, the bar, the figures, and what falls due. */
export function FluidCard({ car, event, detail = true }: { car: Car; event: TrackEvent | null; detail?: boolean }) {
  const judgement = useFluid(car, event);
  const logbook = useLogbook();
  const today = useToday();
  const router = useRouter();
  const tell = useTell();
  const { verdict, findings, boilingNow, boilingOnDay, demanded, peak, strictest, state } = judgement;
  const last = state.lastExchange;
  const bottles = last ? [...new Set(last.corners.map((c) => c.bottleId))].map((b) => logbook.bottles.get(b)) : [];
  const bottleWords = bottles
    .map((b) => `${b?.label ?? '?'} ${logbook.fluids.get(b?.fluidId ?? '')?.name ?? ''}`.trim())
    .join(', ');
  const onDay = boilingOnDay?.value ?? demanded.value;
  const tone = onDay < peak.value ? 'stop' : onDay < demanded.value ? 'amber' : 'ink';
  return (
    <View style={styles.card} testID="fluid-card">
      <View style={styles.head}>
        <Text as="label">{event ? `Fluid for ${event.name}` : 'Fluid today'}</Text>
        <VerdictMark verdict={verdict} />
      </View>
      <FindingLines findings={findings} />
      {state.contaminated ? <ClearedBy carId={car.id} /> : null}
      <FluidBar judgement={judgement} />
      {boilingNow && boilingOnDay ? (
        <View style={styles.figures}>
          <FigureView figure={boilingNow} />
          <FigureView figure={boilingOnDay} tone={tone} />
          <FigureView figure={demanded} />
        </View>
      ) : (
        <View style={styles.figures}>
          <FigureView figure={demanded} />
        </View>
      )}
      {detail ? (
        <View style={styles.facts}>
          <Text>{dueLine(judgement, today, tell)}</Text>
          {strictest ? <Text as="small">{strictestLine(strictest, tell)}</Text> : null}
          <Text as="small">
            {last
              ? `Last flush ${longDate(dateIn(last.at, logbook.shop.timeZone))}${last.elsewhere ? `, done ${last.elsewhere.doneBy ? `by ${last.elsewhere.doneBy}` : 'elsewhere'} with ${logbook.fluids.get(last.elsewhere.fluidId ?? '')?.name ?? 'fluid that nobody named'}` : ` from bottle ${bottleWords}`}.`
              : 'No flush on record.'}
          </Text>
          <MainButton mode="text" onPress={() => router.push(routes.fluid(car.id, { event: event?.id }))}>
            Why: figures and rules
          </MainButton>
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  card: { gap: 12 },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center' },
  figures: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 12 },
  facts: { gap: 4, alignItems: 'flex-start' },
});
