import diff from 'microdiff';

/** A field of a record that has changed. */
export interface FieldChange {
  /** From the record down to the field; a list is one field. */
  path: string[];
  /** Undefined where the field was not there, or is not any more. */
  from: unknown;
  to: unknown;
}

/** What every version of a record says of itself. */
const ofItself = new Set(['id', 'version']);

const at = (record: object, path: readonly string[]): unknown =>
  path.reduce<unknown>((value, key) => (value as Record<string, unknown> | null | undefined)?.[key], record);

/**
 * What has changed between two versions of a record, field by field, in the order of the record.
 * @example changedFields({ id, version: 1, name: 'A' }, { id, version: 2, name: 'B' }) // [{ path: ['name'], from: 'A', to: 'B' }]
 */
export function changedFields(before: object, after: object): FieldChange[] {
  const paths = new Map<string, string[]>();
  for (const { path } of diff(before, after)) {
    // A list is told as a whole: which of its places has moved says nothing to a reader.
    const end = path.findIndex((key) => typeof key === 'number');
    const field = (end < 0 ? path : path.slice(0, end)).map(String);
    if (!ofItself.has(field[0]!)) paths.set(field.join('.'), field);
  }
  return [...paths.values()].map((path) => ({ path, from: at(before, path), to: at(after, path) }));
}
