import { useLocalSearchParams } from 'expo-router';
import { type Venue, recordDefaults } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { DraftNotice, QuantityField, TextField } from '../../ui/form';
import { useDraftForm } from '../../state/use-draft-form';
import { Gone } from '../gone';
import { SaveBar } from '../../ui/save-bar';
import { recordText } from '../../ui/quantity-text';
import { Screen, Section } from '../../ui/screen';
import { newRecord, useSaveRecord, useQuantity } from '../save-record';

interface VenueForm {
  name: string;
  altitudeM: string;
  peakFluidTempC: string;
  notes: string;
}

function VenueFormScreen({ venue }: { venue: Venue | null }) {
  const { shop } = useLogbook();
  const { system } = useUnits();
  const quantity = useQuantity();
  const { form, restored, startOver, finished } = useDraftForm<VenueForm>(`venue.${venue?.id ?? 'new'}`, {
    name: venue?.name ?? '',
    altitudeM: recordText(venue?.altitudeM ?? shop.altitudeM, 'altitude', system),
    peakFluidTempC: recordText(venue?.peakFluidTempC ?? shop.defaultPeakFluidTempC, 'temperature', system),
    notes: venue?.notes ?? '',
  });
  const { saveRecord, saving, problem } = useSaveRecord('venues', form, finished);
  const save = form.handleSubmit((f) => {
    const record: Venue = {
      ...(venue ?? { ...newRecord(), ...recordDefaults.venues }),
      ...f,
      altitudeM: quantity(f.altitudeM, 'altitude'),
      peakFluidTempC: quantity(f.peakFluidTempC, 'temperature'),
    };
    return saveRecord(record, venue ? '/' : `/events/new?venue=${record.id}`);
  });
  return (
    <Screen
      title={venue ? venue.name : 'New venue'}
      above={venue ? 'Edit venue' : undefined}
      back="/events/new"
      footer={
        <SaveBar
          problem={problem}
          saving={saving}
          onSave={() => void save()}
          label={venue ? 'Save venue' : 'Save, then enter the event'}
        />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section title="Venue">
        <TextField control={form.control} name="name" label="Name" required />
        <QuantityField control={form.control} name="altitudeM" label="Altitude" dimension="altitude" />
        <QuantityField
          control={form.control}
          name="peakFluidTempC"
          label="Expected peak fluid temperature"
          dimension="temperature"
        />
        <TextField control={form.control} name="notes" label="Notes" lines={3} />
      </Section>
    </Screen>
  );
}

export const NewVenueScreen = () => <VenueFormScreen venue={null} />;

export function EditVenueScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const venue = useLogbook().venues.get(id);
  return venue ? <VenueFormScreen key={venue.id} venue={venue} /> : <Gone what="venue" back="/" />;
}
