import { useRouter } from 'expo-router';
import type { TrackEvent } from '@calvik/core';
import { counted } from '@calvik/words';
import { routes } from '../../routes';
import { useLogbook } from '../../state/hooks';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';

/** What venue, organiser and shop ask of a car that goes to an event. */
export function EventDemands({ event }: { event: TrackEvent }) {
  const router = useRouter();
  const logbook = useLogbook();
  const { show } = useUnits();
  const venue = logbook.venues.get(event.venueId);
  const ofEvent =
    event.demandedMarginC === null ? '' : `, this event ${show(event.demandedMarginC, 'temperatureDifference')}`;
  return (
    <Section title="Demands">
      <Text>
        {venue
          ? `${venue.name}, ${show(venue.altitudeM, 'altitude')} up; fluid is expected to get to ${show(venue.peakFluidTempC, 'temperature')} there: a car of which more is computed is judged by that.`
          : 'The venue is not known.'}
      </Text>
      <Text>
        {event.flushWithinDays
          ? `${event.organiser || 'The organiser'} asks for a fluid change within ${counted(event.flushWithinDays, 'day')} before it.`
          : 'The organiser has no rule about the age of the fluid.'}
      </Text>
      <Text>{`Margin over the peak: the shop asks for ${show(logbook.shop.demandedMarginC, 'temperatureDifference')}${ofEvent}. The highest of shop, event and customer holds.`}</Text>
      <Rules event={event} />
      {venue ? (
        <MainButton mode="text" icon="edit" onPress={() => router.push(routes.venue(venue.id))}>
          {`Edit ${venue.name}`}
        </MainButton>
      ) : null}
    </Section>
  );
}

/** What the organiser asks for beside the fluid. */
function Rules({ event }: { event: TrackEvent }) {
  const { show } = useUnits();
  const lines = [
    event.minPadMm === null ? '' : `Pads of ${show(event.minPadMm, 'length')} at least.`,
    event.beddedPartsOnly ? 'Bedded parts only.' : '',
    event.reTorqueAtEvent ? 'Re-torque after the first session.' : '',
    event.ductsAtEvent === 'any' ? '' : `Brake ducts ${event.ductsAtEvent}.`,
    event.inspectionItems.length > 0 ? `${counted(event.inspectionItems.length, 'inspection point')}.` : '',
  ].filter(Boolean);
  return lines.length > 0 ? <Text>{lines.join(' ')}</Text> : null;
}
