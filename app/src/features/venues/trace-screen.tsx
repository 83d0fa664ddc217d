import { useLocalSearchParams, useRouter } from 'expo-router';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import type { BrakingZone, Venue } from '@calvik/core';
import { withoutZone } from '@calvik/core/traces/laps';
import type { TraceColumns } from '@calvik/core/traces';
import { traceProblemText } from '@calvik/words/traces';
import { useLogbook, useSync } from '../../state/hooks';
import { savePhoto } from '../../state/photos';
import { FileInput } from '../../ui/file-input';
import { IconButton, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import type { TracePreview } from '../../workers/heat-tasks';
import { previewTrace } from '../../workers/heat-worker';
import '../../workers/heat-here';
import { DriveColumns } from '../../fields/drive-columns';
import { Gone } from '../../records/not-found-page';
import { newId } from '../../state/new-record';
import { routes } from '../../routes';
import { SpeedChart } from './speed-chart';

const TYPES = { csv: 'text/csv', gpx: 'application/gpx+xml' } as const;

export function VenueTraceScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const venue = useLogbook().venues.get(id);
  return venue ? <TracePage key={venue.id} venue={venue} /> : <Gone what="venue" back="/" />;
}

/** A recorded drive: chosen, looked at with its columns, its laps and zones found; nothing is saved before somebody says so. */
function TracePage({ venue }: { venue: Venue }) {
  const router = useRouter();
  const sync = useSync();
  const chooser = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [preview, setPreview] = useState<TracePreview | null>(null);
  const [zones, setZones] = useState<BrakingZone[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const look = async (text: string, columns: TraceColumns | null): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      const found = await previewTrace(text, columns);
      setPreview(found);
      setZones(found.drive?.zones ?? []);
      if (!found.opened.ok) setProblem(traceProblemText(found.opened.problem));
      else if (found.read) setProblem(traceProblemText(found.read.problem, found.read.row));
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
    setBusy(false);
  };
  const choose = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return;
    const text = await chosen.text();
    setFile({ name: chosen.name, text });
    await look(text, null);
  };
  const save = async (): Promise<void> => {
    if (!file || !preview?.opened.ok) return;
    setBusy(true);
    const { format, columns } = preview.opened;
    const fileId = newId();
    await savePhoto(fileId, new Blob([file.text], { type: TYPES[format] }));
    const saved = await sync.save('venues', {
      ...venue,
      zones,
      trace: { fileId, name: file.name.slice(0, 120), format, columns: format === 'csv' ? columns : null },
    });
    setBusy(false);
    if (saved.state === 'refused') return setProblem(saved.sentence);
    router.replace(routes.venue(venue.id));
  };
  const isReady = preview?.drive !== null && preview !== null && zones.length > 0;
  return (
    <Screen
      title={venue.name}
      above="Braking zones from a drive"
      back={routes.venue(venue.id)}
      footer={
        isReady ? (
          <MainButton onPress={() => void save()} loading={busy} disabled={busy}>
            {`Save ${zones.length} zones`}
          </MainButton>
        ) : (
          <MainButton onPress={() => chooser.current?.click()} loading={busy} disabled={busy}>
            Choose a file
          </MainButton>
        )
      }
    >
      <FileInput
        input={chooser}
        label="Recorded drive"
        accept=".csv,.tsv,.txt,.gpx,text/csv,application/gpx+xml"
        onFile={(chosen) => void choose(chosen)}
      />
      <Section title={file ? file.name : 'The drive'}>
        {file ? null : (
          <Text>
            A table of time and speed, as CSV with any separator and any heads, or GPX; of a phone or a logger, 1 to 100
            samples a second, several laps. What it takes from it is shown first.
          </Text>
        )}
        {problem ? (
          <Text tone="stop" live>
            {problem}
          </Text>
        ) : null}
        {file && preview?.opened.ok && preview.opened.format === 'csv' ? (
          <DriveColumns preview={preview.opened} onChange={(columns) => void look(file.text, columns)} />
        ) : null}
        {isReady ? (
          <MainButton mode="text" onPress={() => chooser.current?.click()}>
            Choose another file
          </MainButton>
        ) : null}
      </Section>
      {preview?.drive ? (
        <Found preview={preview} zones={zones} onDrop={(i) => setZones(withoutZone(zones, i))} />
      ) : null}
    </Screen>
  );
}

/** What was found: laps, and the zones of one of them, each of which can be dropped. */
function Found({
  preview,
  zones,
  onDrop,
}: {
  preview: TracePreview;
  zones: readonly BrakingZone[];
  onDrop: (index: number) => void;
}) {
  const { show } = useUnits();
  const { lapS, lapFromS, found } = preview.drive!;
  const toS = lapS === null ? preview.seconds : lapFromS + lapS;
  return (
    <Section title={`${zones.length} braking zones`}>
      <Text as="small">
        {`${preview.points} samples over ${Math.round(preview.seconds / 60)} min${preview.skipped > 0 ? `, ${preview.skipped} without figures passed over` : ''}. ${
          lapS === null
            ? 'It never comes round: all of it is taken as one lap.'
            : `A lap takes ${lapS} s; the zones are of one in the middle.`
        }`}
      </Text>
      <SpeedChart curve={preview.curve} zones={found} fromS={lapFromS} toS={toS} />
      {zones.map((z, i) => (
        <View
          key={`${z.fromKmh} ${z.toKmh} ${z.secondsSince}`}
          style={{ flexDirection: 'row', alignItems: 'center' }}
          testID="found-zone"
        >
          <Text style={{ flex: 1 }}>
            {`${i + 1}  ${show(z.fromKmh, 'speed')} → ${show(z.toKmh, 'speed')}, after ${z.secondsSince.toFixed(1)} s`}
          </Text>
          <IconButton icon="close" label={`Drop zone ${i + 1}`} onPress={() => onDrop(i)} />
        </View>
      ))}
      <Text as="small">Speeds and times can be corrected on the venue’s page once they are saved.</Text>
    </Section>
  );
}
