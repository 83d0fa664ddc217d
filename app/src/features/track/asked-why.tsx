import { type Finding, findingKey } from '@calvik/core';
import { LineInput } from '../../ui/line-input';
import { FindingLines } from '../../facts/finding-line';

/** What is asked of figures before they are saved, each question once, and the answer to it. */
export function AskedWhy({
  asked,
  why,
  onWhy,
}: {
  asked: readonly Finding[];
  why: string;
  onWhy: (why: string) => void;
}) {
  if (asked.length === 0) return null;
  return (
    <>
      <FindingLines findings={[...new Map(asked.map((f) => [findingKey(f), f])).values()]} />
      <LineInput label="Why it is right" value={why} onChange={onWhy} maxLength={300} />
    </>
  );
}
