import { useState } from 'react';
import { View } from 'react-native';
import { type Booking, type Figure, parseQuantity, preferredUnit } from '@calvik/core';
import { quantityProblemText } from '@calvik/words/input';
import { useSync } from '../../state/hooks';
import { recordText } from '../../ui/quantity-text';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';

/** The peak that the event is prepared by: the shop may set its own, with a reason, and take it back. */
export function Pin({ booking, peak }: { booking: Booking; peak: Figure }) {
  const { show, system } = useUnits();
  const sync = useSync();
  const [open, setOpen] = useState(false);
  const [temp, setTemp] = useState(
    recordText(booking.pinnedPeak?.tempC ?? Math.round(peak.value), 'temperature', system),
  );
  const [reason, setReason] = useState(booking.pinnedPeak?.reason ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const save = async (pinnedPeak: Booking['pinnedPeak']): Promise<void> => {
    const saved = await sync.save('bookings', { ...booking, pinnedPeak });
    setProblem(saved.state === 'refused' ? saved.sentence : null);
    if (saved.state !== 'refused') setOpen(false);
  };
  const pin = (): void => {
    const parsed = parseQuantity(temp, 'temperature', preferredUnit('temperature', system));
    if (!parsed.ok) return setProblem(quantityProblemText(parsed));
    if (parsed.value < 60 || parsed.value > 400)
      return setProblem(`Between ${show(60, 'temperature')} and ${show(400, 'temperature')}.`);
    if (reason.trim() === '') return setProblem('Say why.');
    void save({ tempC: parsed.value, reason: reason.trim() });
  };
  return (
    <View style={{ gap: 8 }}>
      {booking.pinnedPeak ? (
        <Text tone="amber">{`The shop has set it to ${show(booking.pinnedPeak.tempC, 'temperature')}: ${booking.pinnedPeak.reason}${booking.pinnedPeak.tempC < peak.value ? ` ${show(peak.value, 'temperature')} is stricter, and counts.` : ''}`}</Text>
      ) : null}
      {open ? (
        <>
          <LineInput label="Peak fluid temperature" value={temp} onChange={setTemp} />
          <LineInput label="Why" value={reason} onChange={setReason} maxLength={200} />
          {problem ? (
            <Text tone="stop" live>
              {problem}
            </Text>
          ) : null}
          <MainButton onPress={pin}>Set this peak</MainButton>
          <MainButton mode="text" onPress={() => setOpen(false)}>
            Close
          </MainButton>
        </>
      ) : (
        <MainButton mode="text" onPress={() => setOpen(true)}>
          {booking.pinnedPeak ? 'Change it' : 'Set a peak of your own'}
        </MainButton>
      )}
      {booking.pinnedPeak && !open ? (
        <MainButton mode="text" onPress={() => void save(null)}>
          Withdraw
        </MainButton>
      ) : null}
    </View>
  );
}
