import { View } from 'react-native';
import type { Control, FieldValues, Path } from 'react-hook-form';
import type { UnitSystem, WorkRules } from '@calvik/core';
import { ChoiceField, QuantityField, SwitchField, TextField } from '../ui/form';
import { recordText } from '../ui/quantity-text';

/** Rules beside the fluid, as a form holds them. */
export interface RulesForm {
  minPadMm: string;
  beddedPartsOnly: boolean;
  reTorqueAtEvent: boolean;
  ductsAtEvent: WorkRules['ductsAtEvent'];
  /** A line each. */
  inspection: string;
}

export const rulesForm = (rules: WorkRules | null, system: UnitSystem): RulesForm => ({
  minPadMm: recordText(rules?.minPadMm, 'length', system),
  beddedPartsOnly: rules?.beddedPartsOnly ?? false,
  reTorqueAtEvent: rules?.reTorqueAtEvent ?? false,
  ductsAtEvent: rules?.ductsAtEvent ?? 'any',
  inspection: (rules?.inspectionItems ?? []).join('\n'),
});

export const rulesOf = (f: RulesForm, quantity: (text: string, dimension: 'length') => number): WorkRules => ({
  minPadMm: f.minPadMm.trim() === '' ? null : quantity(f.minPadMm, 'length'),
  beddedPartsOnly: f.beddedPartsOnly,
  reTorqueAtEvent: f.reTorqueAtEvent,
  ductsAtEvent: f.ductsAtEvent,
  inspectionItems: f.inspection
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== ''),
});

/** The fields of {@link RulesForm}; `empty` says what holds where one is left empty. */
export function RuleFields<T extends FieldValues & RulesForm>({
  control,
  empty,
}: {
  control: Control<T>;
  empty: string;
}) {
  const name = (key: keyof RulesForm): Path<T> => key as Path<T>;
  return (
    <View style={{ gap: 12 }}>
      <QuantityField
        control={control}
        name={name('minPadMm')}
        label="Pads at least"
        dimension="length"
        optional
        hint={empty}
      />
      <SwitchField control={control} name={name('beddedPartsOnly')} label="Bedded parts only" />
      <SwitchField control={control} name={name('reTorqueAtEvent')} label="Re-torque after the first session" />
      <ChoiceField
        control={control}
        name={name('ductsAtEvent')}
        label="Brake ducts"
        options={[
          { value: 'any', label: 'No rule' },
          { value: 'fitted', label: 'Fitted' },
          { value: 'removed', label: 'Removed' },
        ]}
      />
      <TextField control={control} name={name('inspection')} label="Inspection form, a line each" lines={4} />
    </View>
  );
}
