import { useLocalSearchParams } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Car, carLabel } from '@calvik/core';
import {
  type AnHour,
  type CostPart,
  type YearCost,
  costAnHour,
  costAtVenues,
  costOfYears,
  dearerBy,
} from '@calvik/core/cost';
import { readFigure } from '@calvik/core/units';
import { costLackTexts, costPartName } from '@calvik/words/cost';
import { priceMinor, useMoney } from '../../fields/money';
import { openFile } from '../../files/open-file';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useLogbook, useToday } from '../../state/hooks';
import { ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

export function CostScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const car = useLogbook().cars.get(id);
  return car ? <CostPage car={car} /> : <Gone what="car" back="/cars" />;
}

/** What an hour on track costs a car, part by part; what its next events come to; and what another part would make of it. */
function CostPage({ car }: { car: Car }) {
  const logbook = useLogbook();
  const today = useToday();
  const money = useMoney();
  const cost = useMemo(() => costAnHour(logbook, car, null, today), [logbook, car, today]);
  const years = useMemo(() => costOfYears(logbook, car, today), [logbook, car, today]);
  const venues = useMemo(() => costAtVenues(logbook, car, today), [logbook, car, today]);
  const isNothing = cost.lacking.length === cost.parts.length;
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above="What an hour costs"
      back={routes.car(car.id)}
      footer={
        <MainButton mode="outlined" onPress={() => openFile(`/api/exports/cars/${car.id}/cost.csv`)}>
          Table as CSV
        </MainButton>
      }
    >
      {isNothing ? (
        <Text>Nothing can be counted yet.</Text>
      ) : (
        <View>
          <Text as="bigFigure">{money(cost.known.minor)}</Text>
          <Text>
            {`an hour on track, ${bandText(cost.known, money)}${cost.lacking.length > 0 ? '; at least: see what is lacking' : ''}. Without tax.`}
          </Text>
        </View>
      )}
      <Section title="Part by part">
        {cost.parts.map((part) => (
          <PartLine key={`${part.kind} ${part.axle ?? ''}`} part={part} />
        ))}
      </Section>
      {!isNothing && venues.length > 1 ? (
        <Section title="An hour at each venue">
          {venues.map(({ venue, anHour }) => (
            <View key={venue.id} style={styles.row} testID="venue-hour">
              <Text style={styles.grow}>{venue.name}</Text>
              <Text as="strong">{money(anHour.minor)}</Text>
              <Text as="small" style={styles.band}>
                {bandText(anHour, money)}
              </Text>
            </View>
          ))}
        </Section>
      ) : null}
      {isNothing
        ? null
        : years.map((year, i) => <YearTable key={year.year} year={year} carId={i === 0 ? car.id : null} />)}
      <Compare parts={cost.parts.filter((p) => p.anHour !== null && p.kind !== 'labour')} />
    </Screen>
  );
}

const bandText = ({ lowMinor, highMinor }: AnHour, money: (minor: number) => string): string =>
  `${money(lowMinor)} to ${money(highMinor)}`;

/** The year, event by event: driven and ahead, at the prices and lives of today. */
function YearTable({ year, carId }: { year: YearCost; carId: string | null }) {
  const money = useMoney();
  const atLeast = (is: boolean): string => (is ? 'at least ' : '');
  return (
    <Section
      title={`${year.year}, event by event`}
      aside={
        carId === null ? null : (
          <MainButton
            mode="text"
            label="Event by event as a table"
            onPress={() => openFile(`/api/exports/cars/${carId}/cost-by-event.csv`)}
          >
            CSV
          </MainButton>
        )
      }
    >
      {year.events.map(({ event, drivenHours, aheadHours, cost, isAtLeast }) => (
        <View key={event.id} style={styles.part} testID="year-event">
          <View style={styles.row}>
            <Text as="strong" style={styles.grow}>
              {event.name}
            </Text>
            <Text as="strong">{`${atLeast(isAtLeast)}${money(cost.minor)}`}</Text>
          </View>
          <Text as="small">
            {`${[drivenHours > 0 ? `${drivenHours.toFixed(1)} h driven` : '', aheadHours > 0 ? `${aheadHours.toFixed(1)} h ahead` : ''].filter(Boolean).join(', ')}, ${bandText(cost, money)}`}
          </Text>
        </View>
      ))}
      <View style={styles.row} testID="year-sum">
        <Text as="strong" style={styles.grow}>
          {`The year, ${year.hours.toFixed(1)} h`}
        </Text>
        <Text as="figure">{`${atLeast(year.isAtLeast)}${money(year.cost.minor)}`}</Text>
      </View>
      <Text as="small">{`${bandText(year.cost, money)}. Past events at today’s prices and lives.`}</Text>
    </Section>
  );
}

function PartLine({ part }: { part: CostPart }) {
  const money = useMoney();
  const { anHour, price, life, lacks } = part;
  return (
    <View style={styles.part}>
      <View style={styles.row}>
        <Text as="strong" style={styles.grow}>
          {[costPartName(part), part.label].filter(Boolean).join(', ')}
        </Text>
        <Text as="strong">{anHour ? money(anHour.minor) : 'not known'}</Text>
      </View>
      {lacks ? (
        <Text as="small" tone="amber">
          {costLackTexts[lacks]}
        </Text>
      ) : part.kind === 'labour' ? (
        <Text as="small">{`${life!.hours.toFixed(1)} h of work an hour on track, at ${money(price!.minor)}`}</Text>
      ) : (
        <Text as="small">
          {`${part.kind === 'fluid' ? 'A fill at ' : ''}${money(price!.minor, price!.currency)}, lasts ${life!.hours.toFixed(1)} h${life!.lowHours === life!.highHours ? '' : ` (${life!.lowHours.toFixed(1)} to ${life!.highHours.toFixed(1)})`}`}
        </Text>
      )}
    </View>
  );
}

/** Another part at another price that lasts longer or shorter: what it makes of the hour. */
function Compare({ parts }: { parts: readonly CostPart[] }) {
  const { shop } = useLogbook();
  const money = useMoney();
  const keyOf = (p: CostPart): string => `${p.kind} ${p.axle ?? ''}`;
  const [chosen, setChosen] = useState('');
  const [price, setPrice] = useState('');
  const [times, setTimes] = useState('');
  const part = parts.find((p) => keyOf(p) === chosen) ?? parts[0];
  if (!part) return null;
  const minor = priceMinor(price, shop.currency);
  const lasts = readFigure(times, ['×', 'x', 'times']);
  const isWrong = (price !== '' && Number.isNaN(minor)) || (times.trim() !== '' && (lasts === null || lasts <= 0));
  const found =
    minor !== null && Number.isFinite(minor) && lasts !== null && lasts > 0
      ? dearerBy(part, { priceMinor: minor, lastsTimes: lasts })
      : null;
  return (
    <Section title={part.isCeramic ? 'Iron instead of carbon-ceramic, or another part' : 'Another part'}>
      {parts.length > 1 ? (
        <ChoiceChips
          label="Instead of"
          columns={2}
          value={keyOf(part)}
          onChange={setChosen}
          options={parts.map((p) => ({ value: keyOf(p), label: costPartName(p) }))}
        />
      ) : null}
      <View style={styles.row}>
        <LineInput label="Its price" value={price} onChange={setPrice} style={styles.grow} />
        <LineInput label="Times as long" value={times} onChange={setTimes} style={styles.grow} />
      </View>
      {isWrong ? <Text tone="stop">A price like 240, and how often as long: 1.6.</Text> : null}
      {found ? (
        <Text as="strong" live>
          {found.minor >= 0
            ? `Dearer by ${money(found.minor)} an hour (${bandText(found, money)}).`
            : `Cheaper by ${money(-found.minor)} an hour (${money(-found.highMinor)} to ${money(-found.lowMinor)}).`}
        </Text>
      ) : null}
    </Section>
  );
}

const styles = StyleSheet.create({
  part: { paddingVertical: 6, gap: 2 },
  row: { flexDirection: 'row', gap: 8, alignItems: 'baseline' },
  grow: { flex: 1, minWidth: 0 },
  band: { width: 140, textAlign: 'right' },
});
