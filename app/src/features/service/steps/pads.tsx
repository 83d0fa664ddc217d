import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  compoundName,
  type PadCondition,
  type PadFace,
  type PadMeasurement,
  isFaceSeen,
  judgeFacesSeen,
  judgePads,
  judgeThickness,
  oddCorner,
  padConditions,
  questionsOf,
  readingBefore,
  thinnest,
  usualNewPadMm,
  partnerOf,
  worstFirst,
} from '@calvik/core';
import { padConditionWords, padLimitOwnerNames } from '@calvik/words';
import { useUnits } from '../../../ui/units';
import { Chips } from '../../../ui/chips';
import { type FigureField, FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { LimitBar } from '../../../ui/limit-bar';
import { PadDrawing } from '../../../ui/pad-drawing';
import { recordText } from '../../../ui/quantity-text';
import { SayAll } from '../../../ui/say-all';
import { Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';
import { type NewFact, asFact } from '../../save-fact';
import { StepFrame } from '../step-frame';
import { useCaliper } from '../use-caliper';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';
import { FindingLines, LiveFinding } from '../../finding-line';

interface PadsForm {
  figures: Record<string, string>;
  /** Faces that somebody has looked at. */
  seen: Record<'inner' | 'outer', boolean>;
  inner: PadCondition[];
  outer: PadCondition[];
  bothEnds: boolean;
  instrument: PadMeasurement['instrument'];
}

/** Both pads of a corner: thickness by keypad or digital caliper, condition, clearance; patterns judged while typing. */
export function PadsStep({ s, step, logbook }: StepProps) {
  const { show, system } = useUnits();
  const read = useReadFigure();
  const corner = step.corner!;
  const state = s.corners.corners[corner];
  const isDrum = s.car[state.axle].brake === 'drum';
  const [a, b] = isDrum ? (['Leading shoe', 'Trailing shoe'] as const) : (['Inner pad', 'Outer pad'] as const);
  // Of the pads that are there now: after new ones went on the form begins empty.
  const standing = state.pads?.jobId === s.job.id ? state.pads : undefined;
  const last = readingBefore(logbook, s.car, 'padMeasurement', corner, s.job.id);
  const text = (mm: number | null | undefined): string => recordText(mm, 'length', system);
  const { draft, change, clear } = useDraft<PadsForm>(`service.${s.job.id}.${step.key}`, {
    figures: {
      inner: text(standing?.inner.thicknessMm),
      outer: text(standing?.outer.thicknessMm),
      innerEnd: text(standing?.inner.otherEndMm),
      outerEnd: text(standing?.outer.otherEndMm),
      hat: text(standing?.hatClearanceMm),
    },
    seen: {
      inner: standing !== undefined && isFaceSeen(standing.inner),
      outer: standing !== undefined && isFaceSeen(standing.outer),
    },
    inner: standing?.inner.conditions ?? [],
    outer: standing?.outer.conditions ?? [],
    bothEnds: typeof standing?.inner.otherEndMm === 'number',
    instrument: standing?.instrument ?? 'byHand',
  });
  const [selected, select] = useState('inner');
  const mm = (key: string): number | null => read(draft.figures[key], 'length');
  const verdictOf = (key: string): FigureField['verdict'] => {
    const value = mm(key);
    return value === null ? undefined : judgeThickness(value, state.spec).verdict;
  };
  const fields: FigureField[] = [
    { key: 'inner', label: a, dimension: 'length', last: last?.inner.thicknessMm ?? null, verdict: verdictOf('inner') },
    ...(draft.bothEnds
      ? [
          {
            key: 'innerEnd',
            label: `${a}, end 2`,
            dimension: 'length' as const,
            last: last?.inner.otherEndMm ?? null,
            verdict: verdictOf('innerEnd'),
          },
        ]
      : []),
    { key: 'outer', label: b, dimension: 'length', last: last?.outer.thicknessMm ?? null, verdict: verdictOf('outer') },
    ...(draft.bothEnds
      ? [
          {
            key: 'outerEnd',
            label: `${b}, end 2`,
            dimension: 'length' as const,
            last: last?.outer.otherEndMm ?? null,
            verdict: verdictOf('outerEnd'),
          },
        ]
      : []),
    ...(isDrum
      ? []
      : [
          {
            key: 'hat',
            label: 'Pad edge to hat',
            dimension: 'length' as const,
            optional: true,
            last: last?.hatClearanceMm ?? null,
          },
        ]),
  ];
  const set = (key: string, value: string): void => change({ figures: { ...draft.figures, [key]: value } });

  /** Takes a reading and says what to measure next. */
  const take = (reading: number): 'inner' | 'outer' | null => {
    change({
      figures: { ...draft.figures, [selected]: recordText(reading, 'length', system) },
      instrument: 'simulatedCaliper',
    });
    const next = fields[fields.findIndex((field) => field.key === selected) + 1];
    if (!next || next.key === 'hat') return null;
    select(next.key);
    return next.key.startsWith('outer') ? 'outer' : 'inner';
  };

  const caliper = useCaliper({
    carId: s.car.id,
    corner,
    target: selected.startsWith('outer') ? 'outer' : 'inner',
    place: fields.find((field) => field.key === selected)?.label ?? '',
    isWanted: !standing,
    onTake: take,
  });

  const body = useMemo(() => {
    const face = (side: 'inner' | 'outer'): PadFace | null => {
      const thicknessMm = read(draft.figures[side], 'length');
      return thicknessMm === null
        ? null
        : {
            thicknessMm,
            otherEndMm: draft.bothEnds ? read(draft.figures[`${side}End`], 'length') : null,
            conditions: draft[side],
            isSeen: draft.seen[side] || draft[side].length > 0,
          };
    };
    const inner = face('inner');
    const outer = face('outer');
    if (!inner || !outer) return null;
    return {
      kind: 'padMeasurement' as const,
      corner,
      padSetId: state.padSet?.id ?? null,
      inner,
      outer,
      hatClearanceMm: isDrum ? null : read(draft.figures.hat, 'length'),
      instrument: draft.instrument,
    };
    // `read` reads by the chosen units alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [draft, corner, state.padSet, isDrum, system]);
  const judged = useMemo(
    () => body && judgePads({ ...body, id: '', at: '', recordedAt: '', by: '', carId: '', jobId: '' }, state.spec),
    [body, state.spec],
  );
  const other = s.corners.corners[partnerOf[corner]];
  const odd =
    body && other.pads?.jobId === s.job.id
      ? oddCorner({ corner, mm: thinnest(body) }, { corner: other.corner, mm: thinnest(other.pads) })
      : null;
  // While somebody types, what is still to be looked at is not found yet: it is said when it is saved like that.
  // One figure is judged and asked about as soon as it stands, before its partner is typed.
  const half = useMemo(() => {
    const typed = (['inner', 'outer'] as const).filter((side) => read(draft.figures[side], 'length') !== null);
    if (body || typed.length !== 1) return [];
    const [side] = typed as ['inner' | 'outer'];
    const face = { thicknessMm: read(draft.figures[side], 'length')!, otherEndMm: null, conditions: [] };
    const alone = {
      kind: 'padMeasurement',
      corner,
      padSetId: state.padSet?.id ?? null,
      hatClearanceMm: null,
      instrument: 'byHand',
    };
    const fact = asFact(
      { ...alone, inner: face, outer: face, carId: s.car.id, jobId: s.job.id } as NewFact,
      new Date().toISOString(),
      '',
    );
    const asked = questionsOf(logbook, fact).filter((f) => f.values.pad === side);
    const judgement = judgeThickness(face.thicknessMm, state.spec, corner, side);
    return judgement.verdict === 'inOrder' ? asked : [...asked, judgement];
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [draft.figures, body, corner, state, logbook, s.car.id, s.job.id, system]);
  const findings = worstFirst([...(judged?.findings ?? []), ...half, ...(odd ? [odd] : [])]);
  const unseen = body ? judgeFacesSeen(body, state.spec.brake) : [];
  const seenClean = draft.seen.inner && draft.seen.outer && draft.inner.length + draft.outer.length === 0;
  const least = judged?.thinnest.value ?? mm('inner') ?? mm('outer');
  const fresh = state.spec.newMm ?? Math.max(usualNewPadMm(state.spec.brake), least ?? 0);
  return (
    <StepFrame
      s={s}
      step={step}
      wanted={`${state.padSet ? `${state.padSet.label}, ${compoundName(logbook, state.padSet)}; l` : 'L'}imit: ${padLimitOwnerNames[state.spec.limitFrom]}.`}
      make={() => {
        if (mm('inner') === null) return `Type the ${a.toLowerCase()}.`;
        if (mm('outer') === null) return `Type the ${b.toLowerCase()}.`;
        return body ? [body] : 'A figure cannot be read.';
      }}
      onSaved={clear}
    >
      <FigureFields
        verdict={
          <View testID="live-verdict" style={{ gap: 6 }}>
            <LimitBar
              label="Friction material"
              fresh={fresh}
              limit={state.spec.limitMm}
              end={0}
              reading={least}
              show={(value) => show(value, 'length')}
            />
            <LiveFinding findings={findings} hasReading={judged !== null || least !== null} />
          </View>
        }
        fields={fields}
        values={draft.figures}
        onChange={(key, value) => {
          set(key, value);
          change({ instrument: 'byHand' });
        }}
        selected={selected}
        onSelect={select}
        columns={2}
        instrument={caliper.panel}
        cell={
          <SayAll
            label="Both seen, clean"
            on={seenClean}
            onPress={() => change({ inner: [], outer: [], seen: { inner: !seenClean, outer: !seenClean } })}
          />
        }
      />
      <FindingLines findings={[...findings.slice(1), ...unseen]} />
      {caliper.button}
      <Segments
        label="Measured at"
        value={draft.bothEnds ? 'both' : 'one'}
        onChange={(value) => change({ bothEnds: value === 'both' })}
        options={[
          { value: 'one', label: 'Thinnest point' },
          { value: 'both', label: 'Both ends' },
        ]}
      />
      {(['inner', 'outer'] as const).map((side) => (
        <Section key={side} title={`Seen on the ${(side === 'inner' ? a : b).toLowerCase()}`}>
          <Chips
            label={side === 'inner' ? a : b}
            chosen={draft[side]}
            onChange={(conditions) =>
              change({ [side]: conditions, seen: { ...draft.seen, [side]: true } } as Partial<PadsForm>)
            }
            options={padConditions.map((c) => ({
              value: c,
              label: padConditionWords[c].name,
              drawing: <PadDrawing condition={c} />,
            }))}
          />
        </Section>
      ))}
    </StepFrame>
  );
}
