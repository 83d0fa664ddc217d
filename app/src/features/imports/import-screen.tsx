import { useRouter } from 'expo-router';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { dateIn, longDate } from '@calvik/core';
import { type ImportTable, neededColumns } from '@calvik/core/imports';
import { counted, list } from '@calvik/words';
import { changeText } from '@calvik/words/fields';
import { View } from 'react-native';
import * as api from '../../api/client';
import { useCrewOnDuty, useLogbook, useSync } from '../../state/hooks';
import { read, write } from '../../state/storage';
import { useDraft } from '../../state/use-draft';
import { useSay } from '../../state/use-say';
import { FileInput } from '../../ui/file-input';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { openFile } from '../../files/open-file';
import { nameIn } from '../../records/record-changes';
import { routes } from '../../routes';
import { ColumnChoice, ColumnHelp } from './columns';
import { EarlierImports } from './earlier-imports';
import { RefusedRows } from './refused-rows';

const MOST_SHOWN = 50;
/** Where the meaning of these headings is remembered on this device. */
const headingsKey = ({ head }: ImportTable): string => `calvik.headings.${head.join('\t').toLowerCase()}`;

/** Customers and cars out of a table: say what its columns are, look, mend what cannot be saved, save; and take a whole import back. */
export function ImportScreen() {
  const router = useRouter();
  const sync = useSync();
  const say = useSay();
  const crew = useCrewOnDuty();
  const logbook = useLogbook();
  const { shop } = logbook;
  const nameOf = nameIn(logbook);
  const chooser = useRef<HTMLInputElement>(null);
  const { draft, change, clear } = useDraft<{ fileName: string; table: ImportTable | null }>('import', {
    fileName: '',
    table: null,
  });
  const { fileName, table } = draft;
  const [preview, setPreview] = useState<api.ImportAnswer | null>(null);
  const [saved, setSaved] = useState<{ customers: number; cars: number; changed: number } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const during = async (work: () => Promise<void>): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(api.problemSentence(error, say));
    }
    setBusy(false);
  };
  const by = crew?.id ?? null;
  const lacking = table ? neededColumns.filter((c) => !table.columns.includes(c)) : [];
  const canRead = table !== null && by !== null && lacking.length === 0;
  const look = useEffectEvent((asked: ImportTable, crewId: string, show: (answer: api.ImportAnswer) => void) => {
    void during(async () => show(await api.previewImport({ ...asked, by: crewId })));
  });
  // Looked at anew whenever somebody has changed a column or a cell; an answer that is late is not shown.
  useEffect(() => {
    setPreview(null);
    if (!canRead) return;
    let isLate = false;
    look(table, by, (answer) => isLate || setPreview(answer));
    return () => {
      isLate = true;
    };
  }, [table, by, canRead]);
  const choose = (chosen: File): void => {
    setSaved(null);
    change({ fileName: chosen.name, table: null });
    void during(async () => {
      const table = await api.readTable(chosen);
      // Headings that were seen before mean what somebody said of them then.
      const columns = read<ImportTable['columns']>(headingsKey(table)) ?? table.columns;
      change({ table: { ...table, columns } });
    });
  };
  const save = (): void =>
    void during(async () => {
      setSaved(await api.saveImport({ ...table!, by: by!, fileName }));
      write(headingsKey(table!), table!.columns);
      change({ table: null });
      clear();
      await sync.read();
    });
  const cars = preview?.cars ?? [];
  const changed = preview ? [...preview.changed.cars, ...preview.changed.customers] : [];
  const toSave = [
    cars.length > 0 ? counted(cars.length, 'car') : '',
    changed.length > 0 ? counted(changed.length, 'change') : '',
    cars.length === 0 && changed.length === 0 && preview && preview.flushes > 0
      ? counted(preview.flushes, 'flush', 'flushes')
      : '',
  ].filter(Boolean);
  return (
    <Screen
      title="Import"
      above="Customers and cars"
      back="/cars"
      maxWidth={980}
      footer={
        toSave.length > 0 ? (
          <MainButton onPress={save} loading={busy} disabled={busy}>
            {`Save ${list(toSave)}`}
          </MainButton>
        ) : (
          <MainButton onPress={() => chooser.current?.click()} loading={busy} disabled={busy}>
            Choose a table
          </MainButton>
        )
      }
    >
      <FileInput input={chooser} label="Table to import" accept=".csv,.tsv,.txt,.xlsx,text/csv" onFile={choose} />
      <Section title="The table">
        {fileName && table ? (
          <>
            <Text as="strong">{`${fileName}: ${counted(table.rows.filter((r) => r.some((cell) => cell.trim() !== '')).length, 'row')}`}</Text>
            <MainButton mode="text" onPress={() => chooser.current?.click()}>
              Choose another table
            </MainButton>
          </>
        ) : (
          <Text>
            A workbook (.xlsx, its first sheet) or CSV, columns parted by commas, semicolons or tabs, their names in the
            first row. You say below which column is which. A table that comes again changes what it says anew.
          </Text>
        )}
        <MainButton mode="text" onPress={() => openFile('/api/imports/template.csv')}>
          Download an empty table
        </MainButton>
        <MainButton mode="text" onPress={() => openFile('/api/exports/cars.csv')}>
          Download all cars as a table
        </MainButton>
        {crew ? null : <Text tone="amber">Choose who is on duty first, so that the import carries a name.</Text>}
        {problem ? (
          <Text tone="stop" live>
            {problem}
          </Text>
        ) : null}
        {saved ? (
          <>
            <Text
              live
            >{`Saved: ${counted(saved.cars, 'car')}, ${counted(saved.customers, 'new customer')}${saved.changed > 0 ? `, ${counted(saved.changed, 'change')}` : ''}.${saved.cars > 0 ? ' Enter each new car’s own calipers and reservoir before its first service.' : ''}`}</Text>
            <MainButton mode="outlined" onPress={() => router.navigate(routes.cars)}>
              To the cars
            </MainButton>
          </>
        ) : null}
      </Section>
      {table ? (
        <ColumnChoice
          table={table}
          isDateOrderOpen={preview?.isDateOrderOpen ?? false}
          onChange={(over) => change({ table: { ...table, ...over } })}
        />
      ) : (
        <ColumnHelp />
      )}
      {preview && table ? (
        <>
          <Section title="What would be saved">
            <Text testID="import-summary" live>
              {`${counted(preview.rows, 'row')}. Can be saved: ${counted(cars.length, 'car')}, ${counted(preview.customers.length, 'new customer')}. ${changed.length > 0 ? `Changed: ${changed.length}. ` : ''}${preview.unchanged > 0 ? `As it is already: ${preview.unchanged}. ` : ''}Cannot: ${preview.refused.length}.${table.leftOut.length > 0 ? ` Left out: ${table.leftOut.length}.` : ''}`}
            </Text>
            <View>
              {cars.slice(0, MOST_SHOWN).map((c, i) => (
                <Text key={i} as="small" tone="ink">
                  {[
                    c.name,
                    c.customer,
                    c.year,
                    c.plate,
                    c.grade,
                    `bores ${c.front} and ${c.rear} mm`,
                    c.flushedAt && `flushed ${longDate(dateIn(c.flushedAt, shop.timeZone))}`,
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </Text>
              ))}
              {changed.slice(0, MOST_SHOWN).map(({ name, changes }, i) => (
                <Text key={`changed ${i}`} as="small" tone="ink">
                  {`${name}: ${changes.map((c) => changeText(c, say, nameOf)).join('; ')}`}
                </Text>
              ))}
              {cars.length > MOST_SHOWN ? <Text as="small">{`And ${cars.length - MOST_SHOWN} more.`}</Text> : null}
            </View>
          </Section>
          <RefusedRows
            table={table}
            refused={preview.refused}
            onChange={(over) => change({ table: { ...table, ...over } })}
          />
        </>
      ) : null}
      <EarlierImports />
    </Screen>
  );
}
