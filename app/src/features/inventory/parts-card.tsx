import { useRouter } from 'expo-router';
import { capital } from '@calvik/words';
import { rotorLimitText } from './labels';
import { StyleSheet, View } from 'react-native';
import {
  compoundName,
  type Car,
  type Corner,
  axles,
  cornersOf,
  dateIn,
  judgeCorners,
  longDate,
  brakeSheetOf,
} from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { CornerMap } from '../../ui/corner-map';
import { LinkRow } from '../../ui/screen';
import { Text } from '../../ui/text';
import { FindingLines } from '../../facts/finding-line';
import { routes } from '../../routes';
import { WearPartsOnCar } from './wear-parts';

/** What is on a car's axles, as it was last measured: thinnest pad and rotor at each corner, and what is not in order. */
export function PartsCard({ car }: { car: Car }) {
  const router = useRouter();
  const logbook = useLogbook();
  const { show, system } = useUnits();
  const state = judgeCorners(logbook, car, brakeSheetOf(logbook, car));
  const cell = (c: Corner) => {
    const { padMm, rotorMm } = state.corners[c];
    return {
      figure: padMm === null ? '–' : show(padMm, 'length'),
      note:
        rotorMm === null
          ? padMm === null
            ? 'not measured'
            : 'pads'
          : `rotor ${show(rotorMm, 'length', system === 'metric' ? 1 : 3)}`,
    };
  };
  const findings = [
    ...(['FL', 'FR', 'RL', 'RR'] as const).flatMap((c) => state.corners[c].findings),
    ...state.axleFindings.front,
    ...state.axleFindings.rear,
  ];
  return (
    <View style={styles.gap}>
      <CornerMap
        cells={{ FL: cell('FL'), FR: cell('FR'), RL: cell('RL'), RR: cell('RR') }}
        driverSide={car.driverSide}
      />
      <FindingLines findings={findings} />
      {axles.map((axle) => {
        const { padSet, rotorPair } = state.parts[axle];
        const last = cornersOf(axle)
          .map((c) => state.corners[c].pads?.at)
          .filter((at): at is string => Boolean(at))
          .sort()
          .at(-1);
        const when = last ? `, measured ${longDate(dateIn(last, logbook.shop.timeZone))}` : '';
        const name = axle === 'front' ? 'Front' : 'Rear';
        if (!padSet && !rotorPair) {
          return <Text key={axle} as="small">{`${name}: nothing with a label is on record${when}.`}</Text>;
        }
        return (
          <View key={axle}>
            {padSet ? (
              <LinkRow label={`${name} pads ${padSet.label}`} onPress={() => router.push(routes.padSet(padSet.id))}>
                <Text as="strong">{`${name} pads ${padSet.label}, ${compoundName(logbook, padSet)}`}</Text>
                <Text as="small">{`${show(padSet.newThicknessMm, 'length')} new${when}`}</Text>
              </LinkRow>
            ) : null}
            {rotorPair ? (
              <LinkRow
                label={`${name} rotors ${rotorPair.label}`}
                onPress={() => router.push(routes.rotorPair(rotorPair.id))}
              >
                <Text as="strong">{`${name} rotors ${rotorPair.label}`}</Text>
                <Text as="small">{capital(rotorLimitText(rotorPair, show, system === 'metric' ? 1 : 3))}</Text>
              </LinkRow>
            ) : null}
          </View>
        );
      })}
      <WearPartsOnCar carId={car.id} />
    </View>
  );
}

const styles = StyleSheet.create({ gap: { gap: 8 } });
