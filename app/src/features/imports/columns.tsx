import { StyleSheet, View } from 'react-native';
import { type ImportColumn, type ImportTable, importColumns, neededColumns } from '@calvik/core/imports';
import { importColumnHints, importColumnNames } from '@calvik/words/imports';
import { Picker } from '../../ui/picker';
import { Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';

const NOT_READ = 'notRead';
const options = [
  { value: NOT_READ, label: 'Not read' },
  ...importColumns.map((c) => ({ value: c, label: importColumnNames[c] })),
];

/** Which column of a table is which, with the first cells of each to see it by. */
export function ColumnChoice({
  table,
  isDateOrderOpen,
  onChange,
}: {
  table: ImportTable;
  isDateOrderOpen: boolean;
  onChange: (over: Partial<ImportTable>) => void;
}) {
  const pick = (at: number, column: ImportColumn | null): void =>
    // A column is one heading's only: it is taken from the one that had it.
    onChange({ columns: table.head.map((_, i) => (i === at ? column : clearOf(table.columns[i] ?? null, column))) });
  const unread = table.head.filter((_, i) => !table.columns[i]);
  const lacking = neededColumns.filter((c) => !table.columns.includes(c));
  return (
    <Section title="Its columns">
      {lacking.length > 0 ? (
        <Text tone="amber" live>
          {`Say which column is the ${lacking.map((c) => importColumnNames[c].toLowerCase()).join(', and which is the ')}.`}
        </Text>
      ) : null}
      {unread.length > 0 ? (
        <Text testID="unread-columns">{`Not read: ${unread.map((h) => h || 'a column without a name').join(', ')}.`}</Text>
      ) : null}
      <View style={styles.columns}>
        {table.head.map((heading, i) => {
          const cells = table.rows
            .map((r) => r[i] ?? '')
            .filter((c) => c.trim() !== '')
            .slice(0, 2);
          return (
            <View key={i} style={styles.column}>
              <Picker
                label={`Column ${heading || i + 1}`}
                shown={`${heading || `Column ${i + 1}`}: ${cells.join(', ') || 'empty'}`}
                options={options}
                value={table.columns[i] ?? NOT_READ}
                onPick={(value) => pick(i, value === NOT_READ ? null : (value as ImportColumn))}
              />
            </View>
          );
        })}
      </View>
      {isDateOrderOpen ? (
        <>
          <Text>Dates with slashes, such as 3/4/2026:</Text>
          <Segments
            label="Dates"
            value={table.dateOrder}
            onChange={(dateOrder) => onChange({ dateOrder })}
            options={[
              { value: 'dayFirst', label: '3 April' },
              { value: 'monthFirst', label: 'March 4' },
            ]}
          />
        </>
      ) : null}
    </Section>
  );
}

const clearOf = (had: ImportColumn | null, taken: ImportColumn | null): ImportColumn | null =>
  had === taken ? null : had;

/** Every column that is read, before a table is chosen. */
export function ColumnHelp() {
  return (
    <Section title="Columns that are read">
      <View style={styles.help}>
        {importColumns.map((c) => (
          <Text key={c} style={styles.helpLine}>
            <Text as="strong">{importColumnNames[c]}</Text>
            {importColumnHints[c] ? `: ${importColumnHints[c]}` : ''}
          </Text>
        ))}
      </View>
    </Section>
  );
}

const styles = StyleSheet.create({
  columns: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  column: { flexGrow: 1, flexBasis: 260 },
  help: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 24 },
  helpLine: { flexGrow: 1, flexBasis: 280 },
});
