import { useState } from 'react';
import { View } from 'react-native';
import { type Car, type PeakDemand, type TrackEvent, isLead } from '@calvik/core';
import { peakFromNames } from '@calvik/words/heat';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { FindingLines } from '../../facts/finding-line';
import { type NewFact, useSaveFact } from '../../facts/save-fact';

/** The peak that counts, whose it is, and why it is not lower; a lead takes a computed one over here. */
export function Demand({ car, event, demand }: { car: Car; event: TrackEvent; demand: PeakDemand }) {
  const { show } = useUnits();
  const logbook = useLogbook();
  const { figure, from, computed, expectedC, lacks, takenOver } = demand;
  const venue = logbook.venues.get(event.venueId)?.name ?? event.name;
  const isHeldUp = from !== 'takenOver' && computed !== null && computed.value < figure.value;
  const by = takenOver && logbook.crew.get(takenOver.by)?.name;
  return (
    <View style={{ gap: 8 }} testID="peak-demand">
      <Text as="bigFigure">{show(figure.value, 'temperature', 0)}</Text>
      <Text as="strong">{peakFromNames[from]}</Text>
      <Text>
        {`${venue}: ${show(expectedC, 'temperature', 0)}. ${computed ? `Computed for this car: ${show(computed.value, 'temperature', 0)}.` : 'Nothing is computed yet.'}`}
      </Text>
      {takenOver ? <Text as="small">{`Taken over by ${by ?? 'a lead'}: ${takenOver.reason}`}</Text> : null}
      {isHeldUp && lacks.length > 0 ? (
        <>
          <Text as="strong">Why it is not lower</Text>
          <FindingLines findings={lacks} />
        </>
      ) : null}
      {isHeldUp && lacks.length === 0 && !takenOver ? <TakeOver car={car} event={event} demand={demand} /> : null}
    </View>
  );
}

function TakeOver({ car, event, demand }: { car: Car; event: TrackEvent; demand: PeakDemand }) {
  const { show } = useUnits();
  const today = useToday();
  const crew = useCrewOnDuty();
  const logbook = useLogbook();
  const { saveFact, saving, problem } = useSaveFact();
  const { draft, change, clear } = useDraft(`takeOver.${car.id}.${event.venueId}`, { reason: '' });
  const [sentence, setSentence] = useState<string | null>(null);
  const { value } = demand.computed!;
  if (!crew || !isLead(logbook, crew.id))
    return <Text>The car’s own readings are enough: a lead may go by what is computed.</Text>;
  const save = async (): Promise<void> => {
    if (draft.reason.trim() === '') return setSentence('Give the reason.');
    setSentence(null);
    const body = {
      kind: 'peakTakenOver',
      carId: car.id,
      venueId: event.venueId,
      eventId: event.id,
      tempC: Math.ceil(10 * value) / 10,
      insteadOfC: demand.expectedC,
      reason: draft.reason.trim(),
    };
    if (await saveFact(body as NewFact, today)) clear();
  };
  return (
    <>
      <Text>
        The car’s own readings are enough and agree. It then goes by what is computed at this venue, as long as they do.
      </Text>
      <LineInput label="Why" value={draft.reason} onChange={(reason) => change({ reason })} maxLength={200} />
      {(sentence ?? problem) ? (
        <Text tone="stop" live>
          {sentence ?? problem ?? ''}
        </Text>
      ) : null}
      <MainButton mode="outlined" onPress={() => void save()} loading={saving} disabled={saving}>
        {`Go by ${show(value, 'temperature', 0)} instead of ${show(demand.expectedC, 'temperature', 0)}`}
      </MainButton>
    </>
  );
}
