import { useRouter } from 'expo-router';
import { useRef, useState } from 'react';
import { importProblemText } from '@calvik/words/imports';
import { View } from 'react-native';
import * as api from '../../api/client';
import { useSync } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { routes } from '../routes';

const MOST_SHOWN = 50;

/** Customers and cars out of a table: look first, then save; every row that cannot be saved is named with its reason. */
export function ImportScreen() {
  const router = useRouter();
  const sync = useSync();
  const say = useSay();
  const chooser = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [preview, setPreview] = useState<api.ImportAnswer | null>(null);
  const [saved, setSaved] = useState<{ customers: number; cars: number } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const during = async (work: () => Promise<void>): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
    setBusy(false);
  };
  const choose = (chosen: File | undefined): void => {
    if (!chosen) return;
    setFile(chosen);
    setPreview(null);
    setSaved(null);
    void during(async () => setPreview(await api.previewImport(chosen)));
  };
  const save = (): void =>
    void during(async () => {
      setSaved(await api.saveImport(file!));
      setPreview(null);
      await sync.read();
    });
  return (
    <Screen
      title="Import"
      above="Customers and cars"
      back="/cars"
      footer={
        preview && preview.cars.length > 0 ? (
          <MainButton onPress={save} loading={busy} disabled={busy}>
            {`Save ${preview.cars.length} ${preview.cars.length === 1 ? 'car' : 'cars'}`}
          </MainButton>
        ) : (
          <MainButton onPress={() => chooser.current?.click()} loading={busy} disabled={busy}>
            Choose a table
          </MainButton>
        )
      }
    >
      <input
        ref={chooser}
        type="file"
        accept=".csv,.tsv,.txt,text/csv"
        aria-label="Table to import"
        style={{ display: 'none' }}
        onChange={(event) => {
          choose(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      <Section title="The table">
        <Text>
          CSV in UTF-8, parted by commas, semicolons or tabs. The first row names the columns: customer and car, and if
          you have them phone, email, make, model, year, plate, grade, front bores and rear bores (“4 × 40” or “38, 34,
          28 a side”).
        </Text>
        {file ? <Text as="small">{file.name}</Text> : null}
        {problem ? (
          <Text tone="stop" live>
            {problem}
          </Text>
        ) : null}
        {saved ? (
          <>
            <Text
              live
            >{`Saved: ${saved.cars} cars, ${saved.customers} new customers. Enter each car’s own calipers and reservoir before its first service.`}</Text>
            <MainButton mode="outlined" onPress={() => router.navigate(routes.cars)}>
              To the cars
            </MainButton>
          </>
        ) : null}
      </Section>
      {preview ? (
        <Section title="What would be saved">
          <Text testID="import-summary">
            {`${preview.rows} rows. Can be saved: ${preview.cars.length} ${preview.cars.length === 1 ? 'car' : 'cars'}, ${preview.customers.length} new ${preview.customers.length === 1 ? 'customer' : 'customers'}. Cannot: ${preview.refused.length}.`}
          </Text>
          <View>
            {preview.cars.slice(0, MOST_SHOWN).map((c, i) => (
              <Text key={i} as="small" tone="ink">
                {[c.name, c.customer, c.year, c.plate, c.grade].filter(Boolean).join(', ')}
              </Text>
            ))}
            {preview.cars.length > MOST_SHOWN ? (
              <Text as="small">{`And ${preview.cars.length - MOST_SHOWN} more.`}</Text>
            ) : null}
          </View>
        </Section>
      ) : null}
      {preview && preview.refused.length > 0 ? (
        <Section title="Rows that cannot be saved">
          <View testID="refused-rows">
            {preview.refused.map((r) => (
              <View key={r.row} style={{ paddingVertical: 6 }}>
                <Text as="strong">{`Row ${r.row}: ${importProblemText(r.why, say)}`}</Text>
                <Text as="small">{r.text || 'empty'}</Text>
              </View>
            ))}
          </View>
        </Section>
      ) : null}
    </Screen>
  );
}
