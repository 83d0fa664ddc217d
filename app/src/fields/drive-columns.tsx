import { useEffect, useEffectEvent, useRef } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import type { TraceColumns } from '@calvik/core/traces';
import { ChoiceField, PickField } from '../ui/form';
import type { TracePreview } from '../workers/heat-tasks';

/** Which columns are time and speed, with the first rows to see it by. */
export function DriveColumns({
  preview,
  onChange,
}: {
  preview: Extract<TracePreview['opened'], { ok: true }>;
  onChange: (columns: TraceColumns) => void;
}) {
  const guess = preview.columns;
  const { control } = useForm({
    defaultValues: {
      time: String(guess?.time ?? 0),
      timeUnit: guess?.timeUnit ?? 's',
      speed: String(guess?.speed ?? 1),
      speedUnit: guess?.speedUnit ?? 'km/h',
    },
  });
  const { time, timeUnit, speed, speedUnit } = useWatch({ control });
  const first = useRef(true);
  const tell = useEffectEvent(onChange);
  // Asked anew when somebody chooses another column or unit, not when the answer comes.
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    tell({ time: Number(time), timeUnit: timeUnit!, speed: Number(speed), speedUnit: speedUnit! });
  }, [time, timeUnit, speed, speedUnit]);
  const columns = preview.head.map((name, i) => ({
    value: String(i),
    label: `${name || `Column ${i + 1}`}: ${preview.rows
      .map((r) => r[i] ?? '')
      .slice(0, 3)
      .join(', ')}`,
  }));
  return (
    <View style={{ gap: 12 }}>
      <PickField control={control} name="time" label="Time" options={columns} />
      <ChoiceField
        control={control}
        name="timeUnit"
        label="Time is in"
        options={[
          { value: 's', label: 'Seconds' },
          { value: 'ms', label: 'ms' },
          { value: 'min', label: 'Minutes' },
          { value: 'clock', label: 'Clock' },
        ]}
      />
      <PickField control={control} name="speed" label="Speed" options={columns} />
      <ChoiceField
        control={control}
        name="speedUnit"
        label="Speed is in"
        options={[
          { value: 'km/h', label: 'km/h' },
          { value: 'mph', label: 'mph' },
          { value: 'm/s', label: 'm/s' },
          { value: 'kn', label: 'Knots' },
        ]}
      />
    </View>
  );
}
