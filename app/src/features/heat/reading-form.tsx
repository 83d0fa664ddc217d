import { StyleSheet, View } from 'react-native';
import { type Car, type TrackEvent, corners } from '@calvik/core';
import { cornerNames } from '@calvik/words';
import { heatInstrumentNames } from '@calvik/words/heat';
import { SessionFields } from '../../fields/session-fields';
import { ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { type HeatInstrument, useHeatReading } from './use-heat-reading';

/** One reading of heat: which instrument, where, what it said, and what had been driven. */
export function ReadingForm({ car, event }: { car: Car; event: TrackEvent }) {
  const { draft, typed, setSession, take, save, saving, trouble, told } = useHeatReading(car, event);
  const isSteps = draft.instrument === 'thermalPaint' || draft.instrument === 'sticker';
  return (
    <>
      <Section title="A new reading">
        <ChoiceChips
          label="Read with"
          value={draft.instrument}
          onChange={(instrument) => typed({ instrument, reached: '', notReached: '', temp: '' })}
          options={(Object.keys(heatInstrumentNames) as HeatInstrument[]).map((value) => ({
            value,
            label: heatInstrumentNames[value],
          }))}
        />
        {draft.instrument === 'fluidBoiled' ? (
          <Text>The pedal went long with heat and came back when it was cold. Flush before it goes out again.</Text>
        ) : (
          <>
            <Segments
              label="Corner"
              value={draft.corner}
              onChange={(corner) => typed({ corner, reached: '', notReached: '', temp: '' })}
              options={corners.map((c) => ({ value: c, label: c }))}
            />
            <Text as="small">{`The ${cornerNames[draft.corner]}, ${draft.instrument === 'thermalPaint' ? 'on the edge of the rotor' : draft.instrument === 'sticker' ? 'on the caliper' : draft.part}`}</Text>
          </>
        )}
        {draft.instrument === 'pyrometer' ? (
          <>
            <Segments
              label="Part"
              value={draft.part}
              onChange={(part) => typed({ part, temp: '' })}
              options={[
                { value: 'rotor', label: 'Rotor' },
                { value: 'caliper', label: 'Caliper' },
              ]}
            />
            <View style={styles.row}>
              <View style={styles.grow}>
                <LineInput label="Temperature" value={draft.temp} onChange={(temp) => typed({ temp })} />
              </View>
              <View style={styles.grow}>
                <LineInput
                  label="Seconds after the stop"
                  value={draft.seconds}
                  onChange={(seconds) => typed({ seconds })}
                />
              </View>
            </View>
          </>
        ) : null}
        {isSteps ? (
          <View style={styles.row}>
            <View style={styles.grow}>
              <LineInput
                label="Highest step reached"
                value={draft.reached}
                onChange={(reached) => typed({ reached })}
              />
            </View>
            <View style={styles.grow}>
              <LineInput
                label="Lowest not reached"
                value={draft.notReached}
                onChange={(notReached) => typed({ notReached })}
              />
            </View>
          </View>
        ) : null}
        {draft.instrument === 'fluidBoiled' ? null : (
          <MainButton mode="outlined" onPress={() => void take()}>
            {`Take from the bench ${draft.instrument === 'pyrometer' ? 'pyrometer' : draft.instrument === 'sticker' ? 'sticker' : 'paint'}`}
          </MainButton>
        )}
      </Section>
      <Section title="After which session">
        <SessionFields
          isDriven
          hasMotors={(car.heat.motorSharePercent ?? 0) > 0}
          value={draft.session}
          onChange={setSession}
        />
      </Section>
      {trouble ? (
        <Text tone="stop" live>
          {trouble}
        </Text>
      ) : null}
      {told ? (
        <Text tone="iron" live>
          {told}
        </Text>
      ) : null}
      <MainButton onPress={() => void save()} loading={saving}>
        Save the reading
      </MainButton>
      <Text as="small">Hot parts: read at arm’s length, touch nothing.</Text>
    </>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', gap: 10 }, grow: { flex: 1, minWidth: 0 } });
