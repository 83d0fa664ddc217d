/** What is said of wear as figures with their working, down to the readings. */
import {
  type Figure,
  type WorkingInput,
  fromConstant,
  fromDefault,
  fromFact,
  fromRecord,
  input,
  makeFigure,
} from '../model';
import { leftAs } from './by-weight';
import { SESSION_SCATTER } from './estimate';
import { type AxleWear, leftOf } from './outlook';

/** Upper edge of a band of eight in ten, standard deviations. */
const EDGE = 1.2816;
const SOURCE =
  'Wear goes with braking energy (Archard’s law, the simple form) and faster when hot (common practice, no source); the rate by a hierarchical normal model of its logarithm (Gelman and others, Bayesian Data Analysis, ch. 5), thickness by a Kalman filter';

const sideNames = { inner: 'inner pad', outer: 'outer pad', rotor: 'rotor' } as const;

export interface WearFigures {
  /** Lost in an hour at a usual venue of the car, mm; of what is weighed, as all of these, kg. */
  anHour: Figure;
  /** Left when the event begins, mm; without an event now. */
  now: Figure;
  /** Left after the last session that is still to be driven, mm; null with none. */
  atEnd: Figure | null;
  /** Chance to be under the limit before the last session is over, %. */
  under: Figure;
}

/** The figures of the face that comes to its limit first. */
export function wearFigures(wear: AxleWear): WearFigures {
  const { first, limitMm, after, drawnFrom, weighed } = wear;
  const measure = weighed ? 'mass' : 'length';
  /** As it is measured: what is left, and what is lost. */
  const left = (leftMm: number): number => leftAs(weighed, leftMm).value;
  const lost = (lostMm: number): number => lostMm * (weighed?.kgAMm ?? 1);
  const place = { corner: first.corner };
  const readings = first.points.map((p): WorkingInput =>
    input(
      `${p.factId === null ? 'label' : sideNames[first.side]}, after ${Math.round(p.usualMin)} usual min`,
      left(p.mm),
      measure,
      p.factId === null ? fromRecord('Label of the part') : fromFact(p.factId, 'Measured'),
    ),
  );
  const hourly = (log: number): number => lost(60 * Math.exp(log));
  const { logMean, logSd } = first.rate;
  const anHour = makeFigure(
    'Lost in an hour of track',
    hourly(logMean),
    measure,
    'readings against what was driven between them, drawn towards what other sets have shown',
    [
      ...readings,
      input('other sets of this use that were read', drawnFrom.sets, 'ratio', fromConstant('The shop’s record')),
      input('of them of the same compound', drawnFrom.ofCompound, 'ratio', fromConstant('The shop’s record')),
    ],
    SOURCE,
    {
      place,
      band: { low: hourly(logMean - EDGE * logSd), high: hourly(logMean + EDGE * logSd), meaning: 'eight in ten' },
    },
  );
  const lefts = leftOf(wear);
  const leftFigure = (label: string, index: number): Figure => {
    const then = lefts[index]!;
    const { usualMin } = index === 0 ? wear.before : after[index - 1]!.ahead;
    return makeFigure(
      label,
      left(then.meanMm),
      measure,
      weighed
        ? 'last weight by all readings − rate × minutes at a usual venue'
        : 'last thickness by all readings − rate × minutes at a usual venue',
      [
        ...readings.slice(-1),
        input('lost in an hour', anHour.value, measure, { from: 'computed', figure: anHour }),
        input('driven since, and ahead', usualMin, 'duration', fromRecord('Sessions, and the timetable ahead')),
        input('scatter of a session', 100 * SESSION_SCATTER, 'share', fromDefault('Calvik’s own figure')),
      ],
      SOURCE,
      { place, band: { low: left(then.lowMm), high: left(then.highMm), meaning: 'eight in ten' } },
    );
  };
  const atEnd = after.length > 0 ? leftFigure('Left after the last session', after.length) : null;
  return {
    anHour,
    now: leftFigure(after.length > 0 ? 'Left when it begins' : 'Left now', 0),
    atEnd,
    under: makeFigure(
      'Chance to be under the limit',
      // To the whole: a model of few readings knows no tenths.
      Math.round(100 * wear.underBeforeEnd),
      'share',
      'share of what may be left after the last session that lies under the limit; of the two corners the likelier, and half of what the other adds',
      [
        ...(atEnd
          ? [input('left after the last session', atEnd.value, measure, { from: 'computed' as const, figure: atEnd })]
          : []),
        input('limit', left(limitMm), measure, fromRecord('The strictest of shop, customer, event and maker')),
      ],
      SOURCE,
    ),
  };
}
