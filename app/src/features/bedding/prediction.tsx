import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Line, Rect, Text as SvgText } from 'react-native-svg';
import {
  type Axle,
  type BeddingBands,
  type DrivenAt,
  type Finding,
  type Procedure,
  fromCanonical,
  preferredUnit,
  unitDefinition,
} from '@calvik/core';
import { type BeddingOutlook, beddingOutlook, outlookFindings } from '@calvik/core/bedding/driving';
import { fonts } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';
import { CurveChart } from '../../ui/curve-chart';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import type { BeddingCar } from './use-bedding';

const POINTS = 90;
const HEIGHT = 240;

export function usePrediction(
  car: BeddingCar,
  procedure: Procedure,
  bands: BeddingBands,
  at: {
    airC: number;
    axle: Axle;
    place: DrivenAt | null;
    lawfulKmh: number;
    along: { axle: Axle; layerC: number } | null;
  },
): { outlook: BeddingOutlook; findings: Finding[] } | null {
  const { airC, axle, place, lawfulKmh, along } = at;
  return useMemo(() => {
    if (procedure.isMachine) return null;
    const outlook = beddingOutlook(car.heated, procedure, bands, { airC, axle });
    return {
      outlook,
      findings: outlookFindings(car.heated, procedure, outlook, bands, { airC, axle, place, lawfulKmh, along }),
    };
  }, [car, procedure, bands, airC, axle, place, lawfulKmh, along]);
}

/** Faces over the first cycle and the second, with where the layer forms and where pads fade. */
export function PredictionChart({
  outlook,
  bands,
  axles,
}: {
  outlook: BeddingOutlook;
  bands: BeddingBands;
  axles: readonly Axle[];
}) {
  const t = useTokens();
  const { system, show } = useUnits();
  const unit = preferredUnit('temperature', system);
  const shown = (c: number): number => Math.round(fromCanonical(c, unit));
  const { curve } = outlook.play;
  const total = curve.at(-1)!.seconds;
  // The hottest of each stretch: a peak between two points must not be lost.
  const drawn = useMemo(() => {
    const of = (axle: Axle): number[] => {
      const values = Array.from({ length: POINTS }, () => -Infinity);
      for (const p of curve) {
        const i = Math.min(POINTS - 1, Math.floor((p.seconds / total) * POINTS));
        values[i] = Math.max(values[i]!, p.faceC[axle]);
      }
      return values.map((v, i) => (v === -Infinity ? (values[i - 1] ?? curve[0]!.faceC[axle]) : v));
    };
    return { front: of('front'), rear: of('rear') };
  }, [curve, total]);
  const inks = { front: t.ink, rear: t.iron };
  const top = Math.max(...drawn.front, bands.fadeC);
  return (
    <View>
      <CurveChart
        testID="prediction-chart"
        height={HEIGHT}
        label={`Rotor faces, ${axles.map((a) => `${a} up to ${show(Math.max(...drawn[a]), 'temperature')}`).join(', ')}; layer from ${show(bands.layerC, 'temperature')}, fade from ${show(bands.fadeC, 'temperature')}. The same figures stand in the table.`}
        until={total / 60}
        suffix={` ${unitDefinition(unit).label}`}
        curves={[
          ...axles.map((axle, i) => ({
            data: drawn[axle].map(shown),
            color: inks[axle],
            dashes: i === 0 ? undefined! : [6, 4],
          })),
          { data: drawn.front.map(() => shown(bands.layerC)), color: t.inkSoft, width: 1, dashes: [2, 3] },
          { data: drawn.front.map(() => shown(bands.fadeC)), color: t.stop, width: 1.5, dashes: [6, 4] },
        ].map(({ dashes, ...c }) => (dashes ? { ...c, dashes } : c))}
        over={({ x, top: y0, height }) => {
          const y = (c: number): number => y0 + height * (1 - shown(c) / shown(top));
          const [low, high] = [y(bands.layerC), y(bands.fadeC)];
          const cooled = outlook.play.endsS[0]!.at(-1)! / total;
          return (
            <>
              <Rect
                x={x(0)}
                y={high}
                width={x(1) - x(0)}
                height={Math.max(0, low - high)}
                fill={t.iron}
                fillOpacity={0.1}
              />
              <SvgText x={x(1) - 4} y={high - 4} fill={t.stop} fontSize={12} fontFamily={fonts.label} textAnchor="end">
                Fade
              </SvgText>
              <SvgText
                x={x(1) - 4}
                y={low - 4}
                fill={t.inkSoft}
                fontSize={12}
                fontFamily={fonts.label}
                textAnchor="end"
              >
                Layer forms
              </SvgText>
              <Line x1={x(cooled)} x2={x(cooled)} y1={y0} y2={y0 + height} stroke={t.inkSoft} strokeWidth={1} />
            </>
          );
        }}
      />
      <Text as="small">
        {`Minutes along the foot: the first cycle and its cooling, then a second. ${axles.map((a, i) => `${i === 0 ? (a === 'front' ? 'Front' : 'Rear') : a} face drawn ${i === 0 ? 'through' : 'in dashes'}`).join(', ')}.`}
      </Text>
    </View>
  );
}

/** Stop by stop, for both cycles. */
export function PredictionTable({ outlook, bands }: { outlook: BeddingOutlook; bands: BeddingBands }) {
  const t = useTokens();
  const { show } = useUnits();
  const cell = (c: number | undefined): string => (c === undefined ? '' : show(Math.round(c), 'temperature'));
  const said = (c: number): string => (c >= bands.fadeC ? 'fade' : c >= bands.layerC ? 'layer' : '');
  const rows = outlook.cycles.front[0]!.facesC;
  const head = ['', 'Front', 'Rear', '', 'Front again', 'Rear again'];
  return (
    <View role="table" aria-label="Rotor faces stop by stop">
      <View role="row" style={[styles.row, { borderColor: t.ink }]}>
        {head.map((h, i) => (
          <View key={i} role="columnheader" style={i % 3 === 0 ? styles.short : styles.cell}>
            <Text as="label">{h || (i === 0 ? 'Nr' : 'Band')}</Text>
          </View>
        ))}
      </View>
      {rows.map((front, i) => (
        <View key={i} role="row" style={[styles.row, { borderColor: t.rule }]}>
          {[
            String(i + 1),
            cell(front),
            cell(outlook.cycles.rear[0]!.facesC[i]),
            said(front),
            cell(outlook.cycles.front[1]!.facesC[i]),
            cell(outlook.cycles.rear[1]!.facesC[i]),
          ].map((text, j) => (
            <View key={j} role="cell" style={j % 3 === 0 ? styles.short : styles.cell}>
              <Text as={j === 0 ? 'small' : 'body'} tone={text === 'fade' ? 'stop' : 'ink'}>
                {text || '–'}
              </Text>
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', borderBottomWidth: 1, minHeight: 32, alignItems: 'center' },
  cell: { flex: 1 },
  short: { width: 48 },
});
