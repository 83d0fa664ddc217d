import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { causes, dateIn, longDate } from '@calvik/core';
import { DIAGNOSIS_SOURCE, TABLE_CASES, casesOfShop, priorOf } from '@calvik/core/diagnosis';
import { counted } from '@calvik/words';
import { causeNames } from '@calvik/words/diagnosis';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { routes } from '../../routes';
import { useSaveFact } from '../../facts/save-fact';

/** How often each cause is taken to turn up: by the table, and by this shop’s own closed cases, which can be set aside. */
export function CaseWeightsScreen() {
  const t = useTokens();
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const crew = useCrewOnDuty();
  const { saveFact, saving, problem } = useSaveFact();
  const [isSure, setSure] = useState(false);
  const own = useMemo(() => casesOfShop(logbook), [logbook]);
  const [table, now] = useMemo(() => [priorOf(), priorOf(own.counts)], [own]);
  const percent = (share: number): string => `${(share * 100).toFixed(1)} %`;
  const reset = async (): Promise<void> => {
    if (!isSure) return setSure(true);
    if (await saveFact({ kind: 'caseWeightsReset' }, today)) setSure(false);
  };
  return (
    <Screen title="How suspects are weighed" above="Diagnosis" back={routes.runUp} notice={problem}>
      <Text>{`Table: ${DIAGNOSIS_SOURCE.toLowerCase()}. It counts as ${TABLE_CASES} cases; each case that was found here counts as one.`}</Text>
      <MainButton mode="outlined" onPress={() => router.push(routes.cars)}>
        Choose a car to diagnose
      </MainButton>
      <Text as="strong">
        {`${counted(own.total, 'own case')}${own.since ? `, since ${longDate(dateIn(own.since, logbook.shop.timeZone))}` : ''}`}
      </Text>
      <Section title="How often each turns up">
        <View>
          <View style={[styles.row, { borderColor: t.ink }]}>
            <Text as="label" style={styles.grow}>
              Cause
            </Text>
            <Text as="label" style={styles.figure}>
              Table
            </Text>
            <Text as="label" style={styles.figure}>
              Own
            </Text>
            <Text as="label" style={styles.figure}>
              Now
            </Text>
          </View>
          {[...causes]
            .sort((a, b) => now[b] - now[a])
            .map((c) => (
              <View key={c} style={[styles.row, { borderColor: t.rule }]}>
                <Text style={styles.grow}>{causeNames[c]}</Text>
                <Text style={styles.figure}>{percent(table[c])}</Text>
                <Text style={styles.figure}>{String(own.counts[c] ?? 0)}</Text>
                <Text as="strong" style={styles.figure}>
                  {percent(now[c])}
                </Text>
              </View>
            ))}
        </View>
      </Section>
      {own.total > 0 ? (
        <Section title="Set own cases aside">
          <Text>The records stay; from now on the shop counts anew.</Text>
          <MainButton mode="outlined" danger onPress={() => void reset()} loading={saving} disabled={!crew}>
            {isSure ? 'Yes, count anew' : 'Count anew'}
          </MainButton>
        </Section>
      ) : null}
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, minHeight: 36, gap: 6 },
  grow: { flex: 1, minWidth: 0 },
  figure: { width: 62, textAlign: 'right' },
});
