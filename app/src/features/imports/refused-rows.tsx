import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type ImportColumn,
  type ImportTable,
  type RefusedRow,
  columnOfProblem,
  importColumns,
} from '@calvik/core/imports';
import { list } from '@calvik/words';
import { importColumnNames, importProblemText } from '@calvik/words/imports';
import { useSay } from '../../state/use-say';
import { useTokens } from '../../theme/use-tokens';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';

const MOST_OPEN = 40;
/** "row 4", "rows 4, 6 and 9" */
const rowsText = (rows: readonly number[]): string =>
  rows.length === 1 ? `row ${rows[0]}` : `rows ${list(rows.map(String))}`;

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
  const cellOf = (row: number, column: ImportColumn): string =>
    table.rows[row - 2]?.[table.columns.indexOf(column)] ?? '';
  /** Refused rows with the same fault in the same words: one mend is for all of them. */
  const alike = (row: number, column: ImportColumn): number[] => {
    const stored = cellOf(row, column);
    const isSame = (r: RefusedRow): boolean =>
      problemsOf(r).some((why) => columnOfProblem(why) === column) && cellOf(r.row, column) === stored;
    return stored.trim() === '' ? [row] : [...new Set([row, ...refused.filter(isSame).map((r) => r.row)])];
  };
  const setCells = (rows: readonly number[], column: ImportColumn, text: string): void => {
    const at = table.columns.indexOf(column);
    const mended = (old: readonly string[]): string[] =>
      Array.from({ length: Math.max(old.length, at + 1) }, (_, i) => (i === at ? text : (old[i] ?? '')));
    onChange({ rows: table.rows.map((r, i) => (rows.includes(i + 2) ? mended(r) : r)) });
  };
  return (
    <Section title="Rows that cannot be saved">
      <View testID="refused-rows">
        {refused.slice(0, MOST_OPEN).map((r) => (
          <Mend
            key={`${r.row} ${r.why.code}`}
            row={r}
            cellOf={(column) => cellOf(r.row, column)}
            alike={(column) => alike(r.row, column)}
            columns={importColumns.filter((c) => table.columns.includes(c))}
            onCell={(column, text) => setCells(alike(r.row, column), column, text)}
            onSame={(name, isSameAs) =>
              onChange({ sameCustomers: [...(table.sameCustomers ?? []), { name, isSameAs }] })
            }
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

const problemsOf = ({ why, also }: RefusedRow) => [why, ...also];

function Mend({
  row,
  cellOf,
  alike,
  columns,
  onCell,
  onSame,
  onLeaveOut,
}: {
  row: RefusedRow;
  cellOf: (column: ImportColumn) => string;
  /** Rows that a mend of this column is for. */
  alike: (column: ImportColumn) => number[];
  /** Those that the table has. */
  columns: readonly ImportColumn[];
  onCell: (column: ImportColumn, text: string) => void;
  /** What is said of a name that is like another. @param isSameAs null: another person */
  onSame: (name: string, isSameAs: string | null) => void;
  onLeaveOut: () => void;
}) {
  const t = useTokens();
  const say = useSay();
  const [isWhole, setWhole] = useState(false);
  const like = problemsOf(row).find((why) => why.code === 'customerLike');
  const own = new Set(problemsOf(row).map(columnOfProblem));
  const shown = isWhole
    ? columns
    : columns.filter((c) => own.has(c) || (own.has(null) && (c === 'customer' || c === 'car')));
  return (
    <View style={[styles.row, { borderColor: t.rule }]}>
      <Text as="strong">{`Row ${row.row}: ${problemsOf(row)
        .map((why) => importProblemText(why, say))
        .join(' ')}`}</Text>
      <Text as="small">{row.text || 'empty'}</Text>
      {like ? (
        <View style={styles.answers}>
          <MainButton mode="outlined" onPress={() => onSame(like.customer, like.like)}>
            {`It is ${like.like}`}
          </MainButton>
          <MainButton mode="outlined" onPress={() => onSame(like.customer, null)}>
            Another person
          </MainButton>
        </View>
      ) : null}
      <View style={styles.cells}>
        {shown.map((column) => (
          <Cell
            key={column}
            label={`${importColumnNames[column]}, ${rowsText(alike(column))}`}
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
  answers: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', marginLeft: -10 },
});
