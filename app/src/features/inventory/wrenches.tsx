import { useLocalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { type Wrench, calibratedUntil, judgeCalibration, longDate } from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { useDraftForm } from '../../state/use-draft-form';
import { useTell } from '../../state/use-say';
import { ChoiceField, DateField, DraftNotice, QuantityField, TextField } from '../../ui/form';
import { recordText } from '../../ui/quantity-text';
import { SaveBar } from '../../ui/save-bar';
import { LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { Gone } from '../../records/not-found-page';
import { RecordFoot } from '../../records/record-foot';
import { routes } from '../../routes';
import { useQuantity, useSaveRecord } from '../../records/save-record';
import { newRecord } from '../../state/new-record';

/** The shop's torque wrenches; one that is due for calibration says so. */
export function Wrenches() {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const tell = useTell();
  const wrenches = [...logbook.wrenches.values()]
    .filter((w) => !w.archived)
    .sort((a, b) => a.label.localeCompare(b.label));
  return (
    <Section
      title="Torque wrenches"
      aside={
        <MainButton mode="text" icon="plus" onPress={() => router.push(routes.wrench('new'))}>
          New wrench
        </MainButton>
      }
    >
      {wrenches.length === 0 ? <Text tone="inkSoft">None yet.</Text> : null}
      <View>
        {wrenches.map((w) => {
          const finding = judgeCalibration(w.label, w.calibratedOn, today);
          const until = calibratedUntil(w.calibratedOn);
          return (
            <LinkRow key={w.id} label={`Wrench ${w.label}`} onPress={() => router.push(routes.wrench(w.id))}>
              <Text as="strong">{w.label}</Text>
              <Text as="small" tone={finding ? 'amber' : 'inkSoft'}>
                {finding ? tell(finding) : `Good until ${longDate(until!)}`}
              </Text>
            </LinkRow>
          );
        })}
      </View>
    </Section>
  );
}

export function WrenchScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const wrench = useLogbook().wrenches.get(id);
  if (id !== 'new' && !wrench) return <Gone what="wrench" back="/inventory" />;
  return <WrenchForm key={id} wrench={wrench ?? null} />;
}

function WrenchForm({ wrench }: { wrench: Wrench | null }) {
  const { system } = useUnits();
  const quantity = useQuantity();
  const { form, restored, startOver, finished, openedAs } = useDraftForm(
    `wrench.${wrench?.id ?? 'new'}`,
    {
      label: wrench?.label ?? '',
      kind: wrench?.kind ?? 'click',
      calibratedOn: wrench?.calibratedOn ?? '',
      minNm: recordText(wrench?.minNm ?? null, 'torque', system),
      maxNm: recordText(wrench?.maxNm ?? null, 'torque', system),
      notes: wrench?.notes ?? '',
    },
    wrench,
  );
  const { control } = form;
  const { saveRecord, saving, problem, warning } = useSaveRecord('wrenches', form, finished, openedAs);
  const save = form.handleSubmit((f) =>
    saveRecord(
      {
        ...(wrench ?? newRecord()),
        ...f,
        kind: f.kind as Wrench['kind'],
        calibratedOn: f.calibratedOn || null,
        minNm: f.minNm.trim() === '' ? null : quantity(f.minNm, 'torque'),
        maxNm: f.maxNm.trim() === '' ? null : quantity(f.maxNm, 'torque'),
      },
      '/inventory',
    ),
  );
  return (
    <Screen
      title={wrench ? `Wrench ${wrench.label}` : 'New wrench'}
      back="/inventory"
      footer={
        <SaveBar problem={problem} saving={saving} warning={warning} onSave={() => void save()} label="Save wrench" />
      }
    >
      <DraftNotice restored={restored} startOver={startOver} />
      <Section>
        <TextField control={control} name="label" label="Name on the wrench" required />
        <ChoiceField
          control={control}
          name="kind"
          label="Kind"
          options={[
            { value: 'click', label: 'Clicks' },
            { value: 'reading', label: 'Is read' },
          ]}
        />
        <DateField control={control} name="calibratedOn" label="Calibrated on" optional />
        <QuantityField control={control} name="minNm" label="Scale from" dimension="torque" optional />
        <QuantityField control={control} name="maxNm" label="Scale to" dimension="torque" optional />
        <TextField control={control} name="notes" label="Notes" lines={2} />
      </Section>
      {wrench ? <RecordFoot collection="wrenches" record={wrench} name={wrench.label} /> : null}
    </Screen>
  );
}
