import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { useWatch } from 'react-hook-form';
import { type Venue, recordDefaults } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { useUnits } from '../../ui/units';
import { DraftNotice, QuantityField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../../records/not-found-page';
import { openFile } from '../../files/open-file';
import { routes } from '../../routes';
import { SaveBar } from '../../ui/save-bar';
import { recordText } from '../../ui/quantity-text';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { RecordFoot } from '../../records/record-foot';
import { takenBy } from '../../records/duplicates';
import { useSaveRecord, useQuantity } from '../../records/save-record';
import { newRecord } from '../../state/new-record';
import { type ZoneRow, ZoneRows, zoneRow, zonesOfRows } from './zone-rows';

interface VenueForm {
  name: string;
  altitudeM: string;
  peakFluidTempC: string;
  zones: ZoneRow[];
  notes: string;
}

function VenueFormScreen({ venue }: { venue: Venue | null }) {
  const router = useRouter();
  const { shop } = useLogbook();
  const say = useSay();
  const { system } = useUnits();
  const quantity = useQuantity();
  const { form, restored, startOver, finished, openedAs } = useDraftForm<VenueForm>(
    `venue.${venue?.id ?? 'new'}`,
    {
      name: venue?.name ?? '',
      altitudeM: recordText(venue?.altitudeM ?? shop.altitudeM, 'altitude', system),
      peakFluidTempC: recordText(venue?.peakFluidTempC ?? shop.defaultPeakFluidTempC, 'temperature', system),
      zones: (venue?.zones ?? []).map((z) => zoneRow(z, system)),
      notes: venue?.notes ?? '',
    },
    venue,
  );
  const { control, setValue } = form;
  const logbook = useLogbook();
  const zones = useWatch({ control, name: 'zones' }) as ZoneRow[];
  const [trouble, setTrouble] = useState<string | null>(null);
  const { saveRecord, saving, problem, warning } = useSaveRecord('venues', form, finished, openedAs);
  const save = form.handleSubmit((f) => {
    const read = zonesOfRows(f.zones, system, say);
    if ('problem' in read) return setTrouble(read.problem);
    setTrouble(null);
    const record: Venue = {
      ...(venue ?? { ...newRecord(), ...recordDefaults.venues }),
      name: f.name,
      notes: f.notes,
      zones: read.zones,
      altitudeM: quantity(f.altitudeM, 'altitude'),
      peakFluidTempC: quantity(f.peakFluidTempC, 'temperature'),
    };
    return void saveRecord(record, ({ id }) => (venue ? '/' : `/events/new?venue=${id}`));
  });
  return (
    <Screen
      title={venue ? venue.name : 'New venue'}
      above={venue ? 'Edit venue' : undefined}
      back="/events/new"
      footer={
        <SaveBar
          problem={trouble ?? problem}
          saving={saving}
          warning={warning}
          onSave={() => void save()}
          label={venue ? 'Save venue' : 'Save, then enter the event'}
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="Venue">
        <TextField
          control={control}
          name="name"
          label="Name"
          required
          check={takenBy(
            logbook.venues.values(),
            venue?.id,
            (v) => v.name,
            (v) => v.name,
          )}
        />
        <QuantityField control={control} name="altitudeM" label="Altitude" dimension="altitude" />
        <QuantityField
          control={control}
          name="peakFluidTempC"
          label="Expected peak fluid temperature"
          dimension="temperature"
          hint="For cars of which too little is known to compute it"
        />
        <TextField control={control} name="notes" label="Notes" lines={3} />
      </Section>
      <Section
        title="Braking zones of a lap"
        aside={
          venue ? (
            <MainButton mode="text" onPress={() => router.push(routes.venueTrace(venue.id))}>
              From a drive
            </MainButton>
          ) : undefined
        }
      >
        {venue?.trace ? <Text as="small">{`Found in ${venue.trace.name}; corrected here as you like.`}</Text> : null}
        {zones.length === 0 ? (
          <Text tone="inkSoft">
            {venue
              ? 'None yet. Type them, or take them from a drive that a phone or a logger has recorded.'
              : 'None yet. Type them, or save the venue and take them from a recorded drive.'}
          </Text>
        ) : null}
        <ZoneRows rows={zones} onChange={(rows) => setValue('zones', rows, { shouldDirty: true })} />
        {venue && venue.zones.length > 0 ? (
          <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
            <MainButton mode="text" onPress={() => openFile(`/api/venues/${venue.id}/zones.csv`)}>
              Zones as CSV
            </MainButton>
            {venue.trace ? (
              <>
                <MainButton mode="text" onPress={() => openFile(`/api/venues/${venue.id}/trace.csv`)}>
                  Drive as CSV
                </MainButton>
                <MainButton mode="text" onPress={() => openFile(`/api/venues/${venue.id}/trace.gpx`)}>
                  Drive as GPX
                </MainButton>
              </>
            ) : null}
          </View>
        ) : null}
      </Section>
      {venue ? <RecordFoot collection="venues" record={venue} name={venue.name} /> : null}
    </Screen>
  );
}

export const NewVenueScreen = () => <VenueFormScreen venue={null} />;

export function EditVenueScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const venue = useLogbook().venues.get(id);
  return venue ? <VenueFormScreen key={venue.id} venue={venue} /> : <Gone what="venue" back="/" />;
}
