/** What two people have made of the same record, apart: against a merge of its own, field by field. */
import fc from 'fast-check';
import { changedFields } from '../../src/logbook/changes';
import { mergeVersions, withField } from '../../src/logbook/merge';

const base = { id: 'x', version: 3, name: 'A', notes: '', days: [1, 2], front: { bore: 38, pads: 2 } };

test('what does not meet is brought together, on top of what is stored', () => {
  const merged = mergeVersions(
    base,
    { ...base, name: 'B', front: { bore: 40, pads: 2 } },
    { ...base, version: 4, notes: 'Theirs', front: { bore: 38, pads: 4 } },
  );
  expect(merged.collisions).toEqual([]);
  expect(merged.record).toEqual({ ...base, version: 4, name: 'B', notes: 'Theirs', front: { bore: 40, pads: 4 } });
  expect(merged.kept.map((k) => k.path)).toEqual([['notes'], ['front', 'pads']]);
});

test('what meets is theirs until somebody decides; the same change is no collision', () => {
  const merged = mergeVersions(
    base,
    { ...base, name: 'B', notes: 'Same', days: [1] },
    { ...base, version: 4, name: 'C', notes: 'Same', days: [1, 2, 3] },
  );
  expect(merged.collisions).toEqual([
    { path: ['name'], was: 'A', mine: 'B', theirs: 'C' },
    { path: ['days'], was: [1, 2], mine: [1], theirs: [1, 2, 3] },
  ]);
  expect(merged.record).toMatchObject({ name: 'C', notes: 'Same', days: [1, 2, 3] });
  expect(merged.decide(({ path }) => path[0] === 'name')).toMatchObject({ name: 'B', days: [1, 2, 3], version: 4 });
});

test('one takes a whole group out, the other changes a field of it: they differ about the group', () => {
  const mine: typeof base = { ...base, front: null as never };
  const merged = mergeVersions(base, mine, { ...base, version: 4, front: { bore: 40, pads: 2 } });
  expect(merged.collisions).toMatchObject([{ path: ['front'], mine: null, theirs: { bore: 40, pads: 2 } }]);
  expect(merged.decide(() => true).front).toBeNull();
});

test('entries with keys are fields of their own: two people at two fasteners of one sheet do not meet', () => {
  const nut = { key: 'frontWheel', torqueNm: 100 };
  const pin = { key: 'frontPin', torqueNm: 27 };
  const bolt = { key: 'rearCaliper', torqueNm: 65 };
  const sheet = { id: 'x', version: 1, fasteners: [nut, pin] };
  const mine = { ...sheet, fasteners: [{ ...nut, torqueNm: 110 }, pin, bolt] };
  const theirs = { ...sheet, version: 2, fasteners: [{ ...pin, torqueNm: 30 }, nut] };
  const merged = mergeVersions(sheet, mine, theirs);
  expect(merged.collisions).toEqual([]);
  expect(merged.record.fasteners).toEqual([{ ...pin, torqueNm: 30 }, { ...nut, torqueNm: 110 }, bolt]);
  const met = mergeVersions(sheet, mine, { ...theirs, fasteners: [{ ...nut, torqueNm: 90 }] });
  expect(met.collisions.map((c) => c.path)).toEqual([['fasteners', 'frontWheel', 'torqueNm']]);
  // Taken out by one and untouched by the other: it is out.
  expect(met.record.fasteners).toEqual([{ ...nut, torqueNm: 90 }, bolt]);
  expect(met.decide(() => true).fasteners).toEqual([{ ...nut, torqueNm: 110 }, bolt]);
});

test('a field that is put in or taken away', () => {
  expect(withField({ a: 1, b: { c: 2 } }, ['b', 'c'], undefined)).toEqual({ a: 1, b: {} });
  expect(withField({ a: 1 } as object, ['d', 'e'], 5)).toEqual({ a: 1, d: { e: 5 } });
});

// A record of eight fields, two of them in a group, and what somebody makes of it.
const value = fc.constantFrom<unknown>(0, 1, 'a', '', null, [1], [1, 2], true);
const flat = fc.record({ a: value, b: value, c: value, d: value, e: value, f: value });
const record = fc.record({ top: flat, g: value, h: value });
const leaves = (r: { top: Record<string, unknown>; g: unknown; h: unknown }): Record<string, unknown> => ({
  ...r.top,
  g: r.g,
  h: r.h,
});

test('property: each field is the changed one; both changed and different is a collision; nothing else is lost', () => {
  fc.assert(
    fc.property(record, record, record, (b, m, t) => {
      const [was, mine, theirs] = [b, m, t].map(leaves) as [ReturnType<typeof leaves>, never, never];
      const merged = mergeVersions(
        { id: 'x', version: 1, ...b },
        { id: 'x', version: 1, ...m },
        { id: 'x', version: 2, ...t },
      );
      const now = leaves(merged.record);
      const same = (x: unknown, y: unknown): boolean => JSON.stringify(x) === JSON.stringify(y);
      const meets: string[] = [];
      for (const key of Object.keys(was)) {
        const [isMine, isTheirs] = [!same(mine[key], was[key]), !same(theirs[key], was[key])];
        if (isMine && isTheirs && !same(mine[key], theirs[key])) meets.push(key);
        expect(now[key]).toEqual(isMine && !isTheirs ? mine[key] : theirs[key]);
      }
      expect(merged.collisions.map((c) => c.path.at(-1)).sort()).toEqual(meets.sort());
      expect(merged.record.version).toBe(2);
      // Whoever takes all of his own has everything he changed.
      const own = leaves(merged.decide(() => true));
      for (const key of Object.keys(was)) if (!same(mine[key], was[key])) expect(own[key]).toEqual(mine[key]);
    }),
  );
});

test('property: in either order the same comes out where nothing meets, and nothing is kept that was not changed', () => {
  fc.assert(
    fc.property(record, record, record, (b, m, t) => {
      const [one, other] = [mergeVersions(b, m, t), mergeVersions(b, t, m)];
      expect(one.collisions).toHaveLength(other.collisions.length);
      if (one.collisions.length === 0) expect(one.record).toEqual(other.record);
      expect(mergeVersions(b, b, t).record).toEqual(t);
      expect(changedFields(mergeVersions(b, m, b).record, m)).toEqual([]);
    }),
  );
});
