import { StyleSheet, View } from 'react-native';
import { HelperText, Switch, TextInput } from 'react-native-paper';
import { type Control, Controller, type FieldValues, type Path } from 'react-hook-form';
import type { Dimension } from '@calvik/core';
import { isLocalDate } from '@calvik/core/calendar';
import { parseQuantity, preferredUnit, readFigure } from '@calvik/core/units';
import { quantityProblemText, typingExample } from '@calvik/words/input';
import { useUnits } from './units';
import { useTokens } from '../theme/use-tokens';
import { DateInput } from './date-input';
import { Picker } from './picker';
import { MainButton } from './screen';
import { Segments } from './segments';
import { Text } from './text';

/** Says that an unfinished entry came back, and offers to begin anew. */
export function DraftNotice({ restored, startOver }: { restored: boolean; startOver: () => void }) {
  const t = useTokens();
  if (!restored) return null;
  return (
    <View style={[styles.notice, { borderColor: t.rule, backgroundColor: t.ironWash }]}>
      <Text style={styles.grow}>Your unfinished entry is back.</Text>
      <MainButton mode="text" onPress={startOver}>
        Start over
      </MainButton>
    </View>
  );
}

interface FieldProps<T extends FieldValues> {
  control: Control<T>;
  name: Path<T>;
  label: string;
  hint?: string;
}

function Below({ error, hint }: { error?: string; hint?: string }) {
  const t = useTokens();
  if (error) {
    return (
      <HelperText type="error" visible padding="none" style={{ color: t.stop }} aria-live="polite">
        {error}
      </HelperText>
    );
  }
  return hint ? (
    <HelperText type="info" visible padding="none">
      {hint}
    </HelperText>
  ) : null;
}

export function TextField<T extends FieldValues>({
  control,
  name,
  label,
  hint,
  required = false,
  lines,
  check,
  read,
}: FieldProps<T> & {
  required?: boolean;
  lines?: number;
  /** What is wrong with what was typed; null where nothing is. */
  check?: (text: string) => string | null;
  /** What a text is understood as, read when the field is left; null where it cannot be read. */
  read?: (text: string) => string | null;
}) {
  return (
    <Controller
      control={control}
      name={name}
      rules={{
        validate: (value: unknown) => {
          const text = String(value ?? '').trim();
          if (required && text === '') return 'This must not be empty.';
          return check?.(text) ?? true;
        },
      }}
      render={({ field, fieldState }) => (
        <View>
          <TextInput
            mode="outlined"
            label={required ? `${label} *` : label}
            aria-label={label}
            aria-required={required}
            value={field.value ?? ''}
            onChangeText={field.onChange}
            onBlur={() => {
              const understood = read?.(String(field.value ?? '')) ?? field.value;
              if (understood !== field.value) field.onChange(understood);
              field.onBlur();
            }}
            error={fieldState.invalid}
            multiline={lines !== undefined}
            numberOfLines={lines}
          />
          <Below error={fieldState.error?.message} hint={hint} />
        </View>
      )}
    />
  );
}

/** Takes any unit; shows what it understood, in both systems. The form holds the text. */
export function QuantityField<T extends FieldValues>({
  control,
  name,
  label,
  hint,
  dimension,
  optional = false,
}: FieldProps<T> & { dimension: Dimension; optional?: boolean }) {
  const { system, show, other } = useUnits();
  const unit = preferredUnit(dimension, system);
  const parse = (text: string) => parseQuantity(text, dimension, unit);
  return (
    <Controller
      control={control}
      name={name}
      rules={{
        validate: (value: unknown) => {
          const text = String(value ?? '').trim();
          if (optional && text === '') return true;
          const parsed = parse(text);
          return parsed.ok || quantityProblemText(parsed);
        },
      }}
      render={({ field, fieldState }) => {
        const parsed = field.value ? parse(String(field.value)) : null;
        const understood = parsed?.ok ? [show(parsed.value, dimension), other(parsed.value, dimension)] : [];
        const echo = [...new Set(understood)].join(' = ');
        // What is told twice in the same words tells nothing: then the hint stays.
        const isNews = echo !== '' && echo !== String(field.value).trim();
        return (
          <View>
            <TextInput
              mode="outlined"
              label={optional ? label : `${label} *`}
              aria-label={label}
              aria-required={!optional}
              value={field.value ?? ''}
              onChangeText={field.onChange}
              onBlur={field.onBlur}
              error={fieldState.invalid}
              inputMode="text"
            />
            <Below
              error={fieldState.error?.message}
              hint={
                isNews && (understood[0] !== understood[1] || !hint)
                  ? echo
                  : (hint ?? `For example ${typingExample(dimension)}`)
              }
            />
          </View>
        );
      }}
    />
  );
}

/** A plain number without a unit. */
export function NumberField<T extends FieldValues>({
  optional = false,
  ...field
}: FieldProps<T> & { optional?: boolean }) {
  return (
    <TextField
      {...field}
      required={!optional}
      check={(text) => (text === '' || readFigure(text) !== null ? null : 'This is not a figure: type it like 0.42.')}
    />
  );
}

/** One of a few. */
export function ChoiceField<T extends FieldValues>({
  control,
  name,
  label,
  hint,
  options,
}: FieldProps<T> & { options: readonly { value: string; label: string }[] }) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <View style={styles.choice}>
          <Text as="small">{label}</Text>
          <Segments label={label} value={String(field.value)} onChange={field.onChange} options={options} />
          <Below error={fieldState.error?.message} hint={hint} />
        </View>
      )}
    />
  );
}

/** One of many. */
export function PickField<T extends FieldValues>({
  control,
  name,
  label,
  hint,
  options,
  none = 'Choose …',
  required = false,
  onPicked,
}: FieldProps<T> & {
  options: readonly { value: string; label: string }[];
  none?: string;
  /** Marked as such: without a choice nothing is saved anyway. */
  required?: boolean;
  onPicked?: (value: string) => void;
}) {
  return (
    <Controller
      control={control}
      name={name}
      rules={{ validate: (value: unknown) => Boolean(value) || `${label}: choose one.` }}
      render={({ field, fieldState }) => (
        <View>
          <Picker
            label={label}
            shown={required ? `${label} *` : label}
            options={options}
            value={field.value}
            none={none}
            invalid={fieldState.invalid}
            onPick={(value) => {
              field.onChange(value);
              onPicked?.(value);
            }}
          />
          <Below error={fieldState.error?.message} hint={hint} />
        </View>
      )}
    />
  );
}

/** A calendar date, typed or picked; the form holds `YYYY-MM-DD`. */
export function DateField<T extends FieldValues>({
  control,
  name,
  label,
  hint,
  optional = false,
}: FieldProps<T> & { optional?: boolean }) {
  return (
    <Controller
      control={control}
      name={name}
      rules={{
        validate: (value: unknown) => {
          const date = String(value ?? '');
          if (date === '') return optional || 'Give a date.';
          return isLocalDate(date) || `“${date}” is not a date. Type it like 5 Jan 2027.`;
        },
      }}
      render={({ field, fieldState }) => (
        <View>
          <View style={styles.date}>
            <DateInput
              label={label}
              value={String(field.value ?? '')}
              onChange={field.onChange}
              invalid={fieldState.invalid}
              optional={optional}
            />
          </View>
          <Below error={fieldState.error?.message} hint={hint} />
        </View>
      )}
    />
  );
}

export function SwitchField<T extends FieldValues>({ control, name, label, hint }: FieldProps<T>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <View>
          <View style={styles.switch}>
            <Text style={styles.grow}>{label}</Text>
            <Switch value={Boolean(field.value)} onValueChange={field.onChange} aria-label={label} />
          </View>
          <Below hint={hint} />
        </View>
      )}
    />
  );
}

const styles = StyleSheet.create({
  notice: { flexDirection: 'row', alignItems: 'center', borderWidth: 1, borderRadius: 3, paddingLeft: 12 },
  grow: { flex: 1 },
  choice: { gap: 6 },
  date: { minHeight: 56, flexDirection: 'row' },
  switch: { flexDirection: 'row', alignItems: 'center', minHeight: 52, gap: 12 },
});
