import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type ImportColumn,
  type ImportTable,
  type RefusedRow,
  columnOfProblem,
  importColumns,
} from '@calvik/core/imports';
import { importColumnNames, importProblemText } from '@calvik/words/imports';
import { useSay } from '../../state/use-say';
import { useTokens } from '../../theme/use-tokens';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

const MOST_OPEN = 40;

/** Rows that cannot be saved, each with its reason and the cells to mend it in. */
export function RefusedRows({
  table,
  refused,
  onChange,
}: {
  table: ImportTable;
  refused: readonly RefusedRow[];
  onChange: (over: Partial<ImportTable>) => void;
}) {
  if (refused.length === 0) return null;
  const setCell = (row: number, column: ImportColumn, text: string): void => {
    const at = table.columns.indexOf(column);
    const old = table.rows[row - 2] ?? [];
    const cells = Array.from({ length: Math.max(old.length, at + 1) }, (_, i) => (i === at ? text : (old[i] ?? '')));
    onChange({ rows: table.rows.map((r, i) => (i === row - 2 ? cells : r)) });
  };
  return (
    <Section title="Rows that cannot be saved">
      <View testID="refused-rows">
        {refused.slice(0, MOST_OPEN).map((r) => (
          <Mend
            key={`${r.row} ${r.why.code}`}
            row={r}
            cellOf={(column) => table.rows[r.row - 2]?.[table.columns.indexOf(column)] ?? ''}
            columns={importColumns.filter((c) => table.columns.includes(c))}
            onCell={(column, text) => setCell(r.row, column, text)}
            onLeaveOut={() => onChange({ leftOut: [...table.leftOut, r.row] })}
          />
        ))}
      </View>
      {refused.length > MOST_OPEN ? (
        <Text>{`And ${refused.length - MOST_OPEN} more, which are shown as these are mended.`}</Text>
      ) : null}
    </Section>
  );
}

function Mend({
  row,
  cellOf,
  columns,
  onCell,
  onLeaveOut,
}: {
  row: RefusedRow;
  cellOf: (column: ImportColumn) => string;
  /** Those that the table has. */
  columns: readonly ImportColumn[];
  onCell: (column: ImportColumn, text: string) => void;
  onLeaveOut: () => void;
}) {
  const t = useTokens();
  const say = useSay();
  const [isWhole, setWhole] = useState(false);
  const own = columnOfProblem(row.why);
  const shown = isWhole ? columns : columns.filter((c) => (own ? c === own : c === 'customer' || c === 'car'));
  return (
    <View style={[styles.row, { borderColor: t.rule }]}>
      <Text as="strong">{`Row ${row.row}: ${importProblemText(row.why, say)}`}</Text>
      <Text as="small">{row.text || 'empty'}</Text>
      <View style={styles.cells}>
        {shown.map((column) => (
          <Cell
            key={column}
            label={`${importColumnNames[column]}, row ${row.row}`}
            stored={cellOf(column)}
            onDone={(text) => onCell(column, text)}
          />
        ))}
      </View>
      <View style={styles.buttons}>
        {isWhole ? null : (
          <MainButton mode="text" label={`All cells of row ${row.row}`} onPress={() => setWhole(true)}>
            All its cells
          </MainButton>
        )}
        <MainButton mode="text" label={`Leave out row ${row.row}`} onPress={onLeaveOut}>
          Leave it out
        </MainButton>
      </View>
    </View>
  );
}

/** A cell; the row is looked at again when somebody has left it. */
function Cell({ label, stored, onDone }: { label: string; stored: string; onDone: (text: string) => void }) {
  const [text, setText] = useState(stored);
  const done = (): void => {
    if (text !== stored) onDone(text);
  };
  return (
    <LineInput label={label} value={text} onChange={setText} onBlur={done} onSubmitEditing={done} style={styles.cell} />
  );
}

const styles = StyleSheet.create({
  row: { paddingVertical: 10, gap: 6, borderBottomWidth: 1 },
  cells: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  cell: { flexGrow: 1, flexBasis: 240 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', marginLeft: -10 },
});
