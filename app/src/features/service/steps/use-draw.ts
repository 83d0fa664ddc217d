import { type NippleBled, axleOfCorner, drawOutlook, isFedMethod, judgeBubbles, judgeClick } from '@calvik/core';
import { useReadFigure } from '../../../ui/figure-fields';
import { recordText } from '../../../ui/quantity-text';
import { useUnits } from '../../../ui/units';
import { useCursor, useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';
import type { SeenInHose } from './colour-and-bubbles';

interface DrawForm extends SeenInHose {
  volume: string;
  lowest: string;
  toppedUp: string;
  torque: string;
  bottleId: string;
  /** Strokes of the pedal at the open nipple, and none seen. */
  strokesClear: boolean;
  shut: boolean;
  capped: boolean;
}

/** One nipple as it is bled: what is typed, what the reservoir does meanwhile, and what there is to say of it. */
export function useDraw({ s, step }: Pick<StepProps, 's' | 'step'>) {
  const { system } = useUnits();
  const read = useReadFigure();
  const { exchange, car } = s;
  const index = step.turn!;
  const own = exchange.steps[index]!;
  const standing = own.drawn;
  const nipple = s.sheet.fasteners.find((f) => f.group === 'bleedNipple' && f.axle === axleOfCorner(own.corner));
  const { draft, change, clear } = useDraft<DrawForm>(`service.${s.job.id}.${step.key}.${exchange.begun?.id ?? ''}`, {
    volume: recordText(standing?.volumeMl, 'volume', system),
    lowest: recordText(standing?.lowestLevelMl, 'volume', system),
    toppedUp: '',
    torque: recordText(standing?.torqueNm || null, 'torque', system),
    bottleId: standing?.bottleId ?? exchange.begun?.bottleId ?? '',
    clean: standing ? (standing.ranClean ? 'yes' : 'no') : '',
    bubbles: standing?.bubbles ?? '',
    strokesClear: standing?.strokesWithoutBubbles ?? false,
    shut: standing?.isShut ?? false,
    capped: standing?.isCapped ?? false,
  });
  const [selected, select] = useCursor(`service.${s.job.id}.${step.key}`, 'volume');
  const volumeMl = read(draft.volume, 'volume');
  const lowestMl = read(draft.lowest, 'volume');
  // What is typed as topped up is an entry of its own, saved when it was poured; earlier versions wrote it into the draw.
  const pouringMl = read(draft.toppedUp, 'volume') ?? 0;
  const toppedUpMl = standing?.toppedUpMl ?? 0;
  const openTopUps = exchange.openTopUps(index);
  const outlook = drawOutlook(
    car,
    exchange,
    { volumeMl, toppedUpMl: toppedUpMl + pouringMl, lowestMl },
    standing,
    openTopUps,
  );
  // The nipple is closed to a figure: under or over it is said here, not at the gate.
  const torqueNm = read(draft.torque, 'torque');
  const click = nipple && torqueNm !== null ? judgeClick(torqueNm, nipple) : null;
  const seen = {
    bubbles: draft.bubbles || ('none' as const),
    ...(draft.bubbles === 'fine' ? { strokesWithoutBubbles: draft.strokesClear } : {}),
  };

  /** The nipple as an entry, with what is said of it. */
  const bled = (
    said: Pick<NippleBled, 'ranClean' | 'bubbles' | 'isShut' | 'torqueNm' | 'isCapped'> & Partial<NippleBled>,
  ) =>
    ({
      kind: 'nippleBled' as const,
      exchangeId: exchange.begun!.id,
      index,
      corner: own.corner,
      nipple: own.nipple,
      bottleId: draft.bottleId,
      volumeMl: volumeMl ?? 0,
      lowestLevelMl: lowestMl,
      toppedUpMl,
      ...said,
    }) satisfies Omit<NippleBled, 'id' | 'at' | 'recordedAt' | 'by' | 'carId' | 'jobId'>;

  /** The entry that this makes: a top-up while one is typed, else the nipple; or what is missing. */
  const make = () => {
    if (pouringMl > 0)
      return [
        {
          kind: 'reservoirToppedUp' as const,
          bottleId: draft.bottleId,
          volumeMl: pouringMl,
          during: { exchangeId: exchange.begun!.id, index, drawnMl: volumeMl ?? 0 },
        },
      ];
    if (volumeMl === null) return { says: 'Type what was bled here.', select: () => select('volume') };
    if (!draft.clean) return { says: 'Say whether it ran clean.', at: 'Runs' };
    if (!draft.bubbles) return { says: 'Say what bubbles were seen, or none.', at: 'Bubbles' };
    if (!draft.shut) return { says: 'The bleed nipple must be shut before you go on.', at: 'Bleed nipple shut' };
    return [bled({ ranClean: draft.clean === 'yes', ...seen, isShut: draft.shut, torqueNm, isCapped: draft.capped })];
  };
  /** The nipple with what is usual said too: clear, clicked at its figure, shut and capped; not once anything has been said of it. */
  const isSaid =
    draft.clean !== '' || draft.bubbles !== '' || draft.shut || draft.capped || (nipple?.torqueNm ?? null) === null;
  const makeUsual = () => {
    // Under MIN the level comes first; nothing is usual then.
    if (pouringMl > 0 || volumeMl === null || isSaid || outlook.isUnderMin) return null;
    const figureNm = torqueNm ?? nipple!.torqueNm;
    return [bled({ ranClean: true, bubbles: 'none', isShut: true, torqueNm: figureNm, isCapped: true })];
  };
  /** What follows a save: a top-up leaves the nipple open, and it goes on here. */
  const saved = (): 'stay' | void => {
    if (pouringMl === 0) return clear();
    change({ toppedUp: '' });
    // Quick hands are at another figure by then: the keypad stays with them.
    select((at) => (at === 'toppedUp' ? 'volume' : at));
    return 'stay';
  };
  return {
    draft,
    change,
    selected,
    select,
    make,
    makeUsual,
    saved,
    index,
    own,
    nipple,
    planned: exchange.plan?.nipples[index],
    isFed: exchange.begun ? isFedMethod(exchange.begun.method) : false,
    volumeMl,
    pouringMl,
    torqueNm,
    openTopUps,
    outlook,
    click: click?.verdict === 'inOrder' ? null : click,
    bubbles: judgeBubbles(own.corner, seen),
    /** Drawn in this exchange with what is typed here, mL. */
    drawnInAllMl: exchange.wasteMl - (standing?.volumeMl ?? 0) + (volumeMl ?? 0),
  };
}
