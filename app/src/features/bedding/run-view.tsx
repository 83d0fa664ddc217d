import { Pressable, StyleSheet, View } from 'react-native';
import { ThemeProvider } from 'react-native-paper';
import { type BeddingBands, quantityParts } from '@calvik/core';
import { type CounterState, type Prompt } from '@calvik/core/bedding/driving';
import { applicationText, countText, moreText, promptText } from '@calvik/words/bedding';
import { useSay } from '../../state/use-say';
import { type Tokens, dark, fonts, light } from '../../theme/tokens';
import Svg, { Rect } from 'react-native-svg';
import { HatchPattern } from '../../ui/hatch';
import { darkTheme, lightTheme } from '../../theme/theme';
import { Text } from '../../ui/text';
import type { Cycle } from './use-cycle';

interface Inks {
  ground: string;
  ink: string;
  soft: string;
}

/** The whole screen says what is to be done: paper while nothing is, ink when the brakes go on, stop when the car stands on hot pads. */
function inksOf(prompt: Prompt, t: Tokens): Inks {
  if (prompt.code === 'rollOn') return { ground: t.stop, ink: t.onStop, soft: t.onStop };
  if (prompt.code === 'brake' || prompt.code === 'drag') return { ground: t.ink, ink: t.paper, soft: t.paper };
  return { ground: t.paper, ink: t.ink, soft: t.inkSoft };
}

const bandText = (faceC: number, bands: BeddingBands): string =>
  faceC >= bands.fadeC ? 'fade' : faceC >= bands.layerC ? 'layer forming' : 'below the layer';

/** Applications done and to come, as boxes on one rule. */
function Boxes({ state, inks, t }: { state: CounterState; inks: Inks; t: Tokens }) {
  const done = state.applications;
  const left = Math.max(0, state.wanted.length - state.counted);
  const box = { borderColor: inks.ink };
  return (
    <View style={styles.boxes} role="img" aria-label={countText(state.counted, state.wanted.length)} testID="boxes">
      {done.map((a, i) => (
        <View key={i} style={[styles.box, box, a.isCounted && { backgroundColor: inks.ink }]}>
          {a.faults.length > 0 ? (
            <View style={[styles.mark, { backgroundColor: a.isCounted ? t.amber : inks.ink }]} />
          ) : null}
        </View>
      ))}
      {Array.from({ length: left }, (_, i) => (
        <View key={`left ${i}`} style={[styles.box, box, styles.toCome]} />
      ))}
    </View>
  );
}

/** One screen, at arm's length: what to do now, the speed, the count, what the last one was. */
export function RunView({
  cycle,
  bands,
  title,
  isDark,
  lostS,
  onTap,
  children,
}: {
  cycle: Cycle;
  bands: BeddingBands;
  title: string;
  isDark: boolean;
  /** How long no speed has come, s; null while it comes, or where none is expected. */
  lostS: number | null;
  /** A tap anywhere counts; null where speed counts. */
  onTap: (() => void) | null;
  children: React.ReactNode;
}) {
  const say = useSay();
  const t = isDark ? dark : light;
  const { state, prompt, facesC, adapted } = cycle;
  const inks = inksOf(prompt, t);
  const last = state.applications.at(-1);
  const face = facesC.at(-1);
  const { shown } = promptText(prompt, say);
  const speed = quantityParts(Math.round(state.last?.kmh ?? 0), 'speed', say.units);
  const ink = { color: inks.ink };
  const body = (
    <>
      <Text as="label" style={{ color: inks.soft }} numberOfLines={1}>
        {title}
      </Text>
      <View style={styles.prompt}>
        <Text headingLevel={1} style={[styles.promptText, ink]} testID="prompt" live>
          {shown}
        </Text>
      </View>
      <View style={styles.figures}>
        {cycle.head?.source === 'tap' ? (
          <Text style={[styles.speed, ink]} testID="speed">
            Tap
          </Text>
        ) : (
          <View style={styles.speedRow}>
            <Text style={[styles.speed, ink, lostS !== null && styles.faint]} testID="speed">
              {state.last ? speed.figure : '–'}
            </Text>
            <Text style={[styles.unit, { color: inks.soft }]}>{speed.unit}</Text>
          </View>
        )}
        <View style={styles.count}>
          <Text style={[styles.countFigure, ink]} testID="count">
            {`${state.counted} / ${state.wanted.length}`}
          </Text>
        </View>
      </View>
      <Boxes state={state} inks={inks} t={t} />
      <View style={styles.last}>
        {last ? (
          <Text as="strong" style={[styles.lastText, ink]} testID="last-application">
            {applicationText(last, say)}
          </Text>
        ) : (
          <Text style={[styles.lastText, { color: inks.soft }]}>
            {onTap ? 'Tap anywhere when the brakes are let go.' : 'It counts by itself. Never to a standstill.'}
          </Text>
        )}
        {last && face ? (
          <Text style={[styles.lastText, ink]} testID="face">
            {`Face ${say.value(Math.round(face.front), 'temperature')} front, ${say.value(Math.round(face.rear), 'temperature')} rear: ${bandText(Math.max(face.front, face.rear), bands)}`}
          </Text>
        ) : null}
        {adapted ? (
          <Text style={[styles.lastText, ink]} testID="adapted">
            {'enough' in adapted ? 'Enough: pads about to fade.' : moreText(adapted.more)}
          </Text>
        ) : null}
        {state.brakedWhileCooling > 0 ? (
          <Text style={[styles.lastText, ink]}>Braked while cooling: stay off the brakes.</Text>
        ) : null}
        {lostS !== null ? (
          <Text as="strong" style={[styles.lastText, ink]} live>
            {`No speed for ${lostS} s.`}
          </Text>
        ) : null}
      </View>
    </>
  );
  return (
    <ThemeProvider theme={isDark ? darkTheme : lightTheme}>
      <View style={[styles.screen, { backgroundColor: inks.ground }]} role="main" testID="run" aria-label="Bedding run">
        {prompt.code === 'rollOn' ? (
          <View style={styles.hatch}>
            <Svg width="100%" height={20}>
              <HatchPattern id="hot-stop" color={inks.ink} background={inks.ground} />
              <Rect width="100%" height={20} fill="url(#hot-stop)" />
            </Svg>
          </View>
        ) : null}
        {onTap ? (
          <Pressable role="button" aria-label="Braked: count it" onPress={onTap} style={styles.body}>
            {body}
          </Pressable>
        ) : (
          <View style={styles.body}>{body}</View>
        )}
        <View style={[styles.foot, { borderColor: inks.soft, backgroundColor: t.paper }]}>{children}</View>
      </View>
    </ThemeProvider>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1 },
  hatch: { position: 'absolute', left: 0, right: 0, top: 0, height: 20 },
  body: { flex: 1, padding: 16, gap: 10, width: '100%', maxWidth: 720, alignSelf: 'center' },
  prompt: { minHeight: 190, justifyContent: 'center' },
  promptText: { fontFamily: fonts.figure, fontSize: 60, lineHeight: 62 },
  figures: { flexDirection: 'row', alignItems: 'flex-end', justifyContent: 'space-between' },
  speed: { fontFamily: fonts.figure, fontSize: 108, lineHeight: 112, fontVariant: ['tabular-nums'] },
  speedRow: { flexDirection: 'row', alignItems: 'flex-end', gap: 6 },
  unit: { fontSize: 18, lineHeight: 36 },
  count: { alignItems: 'flex-end' },
  countFigure: { fontFamily: fonts.figure, fontSize: 46, lineHeight: 52, fontVariant: ['tabular-nums'] },
  faint: { opacity: 0.4 },
  boxes: { flexDirection: 'row', flexWrap: 'wrap', gap: 4 },
  box: { width: 22, height: 22, borderWidth: 2, alignItems: 'center', justifyContent: 'center' },
  toCome: { opacity: 0.45 },
  mark: { width: 10, height: 10, borderRadius: 5 },
  last: { gap: 2, minHeight: 96 },
  lastText: { fontSize: 19, lineHeight: 25 },
  foot: { borderTopWidth: 1, padding: 10 },
});
