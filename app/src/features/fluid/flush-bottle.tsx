import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { UseFormReturn } from 'react-hook-form';
import type { BottleChoice } from '@calvik/core';
import { SwitchField } from '../../ui/form';
import { Empty, MainButton, Section } from '../../ui/screen';
import { ReasonLine } from '../../ui/verdict';
import { routes } from '../routes';
import { BottleRow } from './bottle-row';
import type { FlushForm } from './flush-form';

/** Which bottle the new fluid comes from; one that must not go in is a stop, unless it already has. */
export function FlushBottle({
  form: { control, setValue },
  shelf,
  chosen,
}: {
  form: UseFormReturn<FlushForm>;
  shelf: readonly BottleChoice[];
  chosen: BottleChoice | undefined;
}) {
  const router = useRouter();
  const [showsAll, setShowsAll] = useState(false);
  const shown = showsAll ? shelf : shelf.filter((s, i) => i < 3 || s === chosen);
  return (
    <Section title="1  Bottle">
      {shelf.length === 0 ? (
        <Empty
          text="No bottle with fluid in it is on the shelf."
          action="New bottle"
          onPress={() => router.push(routes.newBottle)}
        />
      ) : null}
      <View style={{ gap: 8 }} role="radiogroup">
        {shown.map(({ state, findings }) => (
          <BottleRow
            key={state.bottle.id}
            state={state}
            findings={findings}
            chosen={state === chosen?.state}
            onPress={() => setValue('bottleId', state.bottle.id, { shouldDirty: true })}
          />
        ))}
      </View>
      {shelf.length > shown.length ? (
        <MainButton mode="text" onPress={() => setShowsAll(true)}>
          {`Show all ${shelf.length} bottles`}
        </MainButton>
      ) : null}
      {chosen?.verdict === 'stop' ? (
        <>
          <ReasonLine reason={{ verdict: 'stop', text: 'Do not pour this into this car. Take another bottle.' }} />
          <SwitchField
            control={control}
            name="alreadyIn"
            label="It has already gone in"
            hint="Record it: the car is stopped until a workshop has cleared the system."
          />
        </>
      ) : null}
    </Section>
  );
}
