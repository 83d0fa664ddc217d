import { StyleSheet, View } from 'react-native';
import { TextInput } from 'react-native-paper';
import {
  compoundName,
  type Axle,
  type PadSet,
  type PartsDecision,
  type Recommendation,
  type RotorPair,
  addedMinutes,
  axles,
  findingsOfPart,
  fittingCandidates,
  isChange,
  lastPadReadings,
  questionKey,
  thinnest,
  usualDurationMin,
  worstFirst,
} from '@calvik/core';
import { actionNames, placeName, subjectNames } from '@calvik/words';
import { useSync } from '../../../state/hooks';
import { useUnits } from '../../../ui/units';
import { Chips, ChoiceChips } from '../../../ui/chips';
import { Section } from '../../../ui/screen';
import { RadioList } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { useTell } from '../../../state/use-say';
import { FirstFindings } from '../../../facts/finding-line';
import { StepFrame, lastOf } from '../step-frame';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';

interface Choice {
  action: PartsDecision['action'] | '';
  reason: string;
  partId: string;
}

/** What is done in practice with each; the first is the quiet one. */
const actionsOf: Record<PartsDecision['subject'], readonly PartsDecision['action'][]> = {
  pads: ['keep', 'change', 'scrap', 'carrySpare', 'refer'],
  rotors: ['keep', 'change', 'scrap', 'skim', 'carrySpare', 'refer'],
  hoses: ['keep', 'change', 'refer'],
  other: ['keep', 'service', 'change', 'refer'],
};

const isOff = (f: PartsDecision, axle: Axle): boolean => f.subject === 'other' && f.axle === axle && f.corner === null;

const MAX_REASON = 300;

/** Keep, change, carry a spare or refer: what the figures suggest stands ready, a reason goes with it. */
export function DecideStep({ s, step, logbook }: StepProps) {
  const sync = useSync();
  const { show } = useUnits();
  const tell = useTell();
  /** What speaks for an action, in whole sentences; a fault is no reason to keep a part. */
  const speaksFor = (p: Recommendation, action: Choice['action']): string =>
    action === 'keep' && p.findings.some((f) => f.verdict !== 'inOrder')
      ? ''
      : (p.action === 'keep' ? p.findings.slice(0, 1) : p.findings).reduce((text, f) => {
          const more = `${text} ${tell(f)}`.trim();
          return more.length > MAX_REASON ? text : more;
        }, '');
  const suggested = (p: Recommendation): Choice => {
    const action = p.decision?.action ?? (p.findings.some((f) => f.verdict !== 'inOrder') ? '' : (p.action ?? ''));
    return {
      action,
      reason: p.decision?.reason ?? speaksFor(p, action),
      partId: p.decision?.padSetId ?? p.decision?.rotorPairId ?? '',
    };
  };
  const { draft, change, clear } = useDraft<Record<string, Choice>>(`service.${s.job.id}.decide`, {});
  // A caliper that comes off without new parts has its bolts tightened to a figure all the same.
  const offNow = axles.filter((axle) => isChange(lastOf(s, 'partsDecision', (f) => isOff(f, axle))?.action));
  const {
    draft: off,
    change: setOff,
    clear: clearOff,
  } = useDraft<{ axles: Axle[] }>(`service.${s.job.id}.off`, { axles: offNow });
  const choiceOf = (p: Recommendation): Choice => draft[questionKey(p)] ?? suggested(p);
  const isPads = (p: Recommendation): boolean => p.subject === 'pads';
  const wantsPart = (p: Recommendation, c: Choice): boolean =>
    (isChange(c.action || null) || c.action === 'carrySpare') && (p.subject === 'pads' || p.subject === 'rotors');
  // What lies there with something seen on it is never offered silently.
  const marked = (part: PadSet | RotorPair): string => {
    const found = worstFirst(findingsOfPart(logbook, part))[0];
    return found ? `. ${tell(found)}` : '';
  };
  const candidates = (p: Recommendation): { value: string; label: string }[] => {
    const found = fittingCandidates(logbook, s.car, p.axle);
    return isPads(p)
      ? found.padSets.map((set) => {
          const last = Object.values(lastPadReadings(logbook, set.id))[0];
          return {
            value: set.id,
            label: `${set.label} ${compoundName(logbook, set)}, ${show(last ? thinnest(last) : set.newThicknessMm, 'length')}${set.carId === s.car.id ? ', this car’s' : ''}${marked(set)}`,
          };
        })
      : found.rotorPairs.map((pair) => ({
          value: pair.id,
          label: `${pair.label}, ${show(pair.newThicknessMm, 'length', 1)} new${marked(pair)}`,
        }));
  };
  /** The set that belongs to the rotors that are on, with nothing seen on it: it stands chosen. */
  const ownSet = (p: Recommendation, action: PartsDecision['action']): string => {
    const rotorsOn = s.corners.parts[p.axle].rotorPair?.id;
    if (!isPads(p) || !rotorsOn || !wantsPart(p, { action, reason: '', partId: '' })) return '';
    const own = fittingCandidates(logbook, s.car, p.axle).padSets.find((set) => set.rotorPairId === rotorsOn);
    return own && findingsOfPart(logbook, own).length === 0 ? own.id : '';
  };
  return (
    <StepFrame
      s={s}
      step={step}
      make={() => {
        for (const p of s.recommendations) {
          const c = choiceOf(p);
          const what = `${subjectNames[p.subject].toLowerCase()}, ${placeName(p.corner ? { corner: p.corner } : { axle: p.axle })}`;
          const title = `${subjectNames[p.subject]}, ${placeName(p.corner ? { corner: p.corner } : { axle: p.axle })}`;
          if (!c.action) return { says: `Decide: ${what}.`, at: title };
          if (c.reason.trim() === '') return { says: `Say why: ${what}.`, at: `Why: ${title.toLowerCase()}` };
        }
        const removed = axles
          .filter((axle) => off.axles.includes(axle) !== offNow.includes(axle))
          .map((axle) => ({
            kind: 'partsDecision' as const,
            subject: 'other' as const,
            axle,
            corner: null,
            action: off.axles.includes(axle) ? ('change' as const) : ('keep' as const),
            padSetId: null,
            rotorPairId: null,
            reason: off.axles.includes(axle) ? 'Calipers taken off.' : 'Calipers not taken off.',
          }));
        const decided = s.recommendations.flatMap((p) => {
          const c = choiceOf(p);
          const partId = wantsPart(p, c) && c.partId !== '' && c.partId !== 'none' ? c.partId : null;
          const body = {
            kind: 'partsDecision' as const,
            subject: p.subject,
            axle: p.axle,
            corner: p.corner,
            action: c.action as PartsDecision['action'],
            padSetId: isPads(p) ? partId : null,
            rotorPairId: p.subject === 'rotors' ? partId : null,
            ...(c.action === 'scrap'
              ? isPads(p)
                ? { scrappedPadSetId: s.corners.parts[p.axle].padSet?.id ?? null }
                : { scrappedRotorPairId: s.corners.parts[p.axle].rotorPair?.id ?? null }
              : {}),
            reason: c.reason.trim(),
          };
          const same =
            p.decision &&
            p.decision.action === body.action &&
            p.decision.reason === body.reason &&
            p.decision.padSetId === body.padSetId &&
            p.decision.rotorPairId === body.rotorPairId;
          return same ? [] : [body];
        });
        return [...decided, ...removed];
      }}
      onSaved={() => {
        const decided = s.recommendations.map((p) => ({
          ...p,
          decision: { action: choiceOf(p).action } as PartsDecision,
        }));
        const durationMin = usualDurationMin.service + addedMinutes(decided);
        clear();
        clearOff();
        // What was decided takes time: the plan says so at once.
        if (durationMin > s.job.durationMin) void sync.save('jobs', { ...s.job, durationMin });
      }}
    >
      {s.recommendations.map((p) => {
        const c = choiceOf(p);
        const key = questionKey(p);
        const title = `${subjectNames[p.subject]}, ${placeName(p.corner ? { corner: p.corner } : { axle: p.axle })}`;
        const set = (over: Partial<Choice>): void => change({ [key]: { ...c, ...over } });
        const parts = wantsPart(p, c) ? candidates(p) : [];
        return (
          <Section key={key} title={title}>
            <FirstFindings findings={worstFirst(p.findings)} />
            <Text as="small">
              {p.action === null
                ? 'Nothing is suggested: not everything was measured.'
                : `Suggested: ${actionNames[p.action].toLowerCase()}.`}
            </Text>
            <ChoiceChips
              label={title}
              columns={3}
              value={c.action}
              // What somebody has typed stays; what stood ready goes with the action.
              onChange={(action) =>
                set({
                  action,
                  partId: c.partId || ownSet(p, action),
                  ...(c.reason === '' || c.reason === speaksFor(p, c.action) ? { reason: speaksFor(p, action) } : {}),
                })
              }
              options={actionsOf[p.subject].map((value) => ({
                value,
                label: actionNames[value],
              }))}
            />
            {wantsPart(p, c) ? (
              <View style={styles.gap}>
                <Text as="small">
                  {parts.length > 0
                    ? 'Reserved from stock:'
                    : 'Nothing that fits is on the shelf and free. Decide all the same; the set is named when it is fitted.'}
                </Text>
                <RadioList
                  label={`${title}: from stock`}
                  value={c.partId}
                  onChange={(partId) => set({ partId })}
                  options={[...parts, { value: 'none', label: 'Named when it is fitted' }]}
                />
              </View>
            ) : null}
            <TextInput
              mode="outlined"
              label={`Why: ${title.toLowerCase()}`}
              aria-label={`Why: ${title.toLowerCase()}`}
              value={c.reason}
              onChangeText={(reason) => set({ reason })}
              maxLength={MAX_REASON}
              multiline
              dense
            />
          </Section>
        );
      })}
      <Section title="Also removed">
        <Chips
          label="Calipers off"
          chosen={off.axles}
          onChange={(chosen) => setOff({ axles: chosen })}
          options={axles.map((axle) => ({ value: axle, label: axle === 'front' ? 'Front calipers' : 'Rear calipers' }))}
        />
        <Text as="small">Their bolts are torqued to a figure, whether new parts go on or not.</Text>
      </Section>
    </StepFrame>
  );
}

const styles = StyleSheet.create({ gap: { gap: 4 } });
