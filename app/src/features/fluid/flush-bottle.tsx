import { useRouter } from 'expo-router';
import type { UseFormReturn } from 'react-hook-form';
import { type BottleChoice, judgeChoice } from '@calvik/core';
import { SwitchField } from '../../ui/form';
import { Empty, Section } from '../../ui/screen';
import { FindingLine } from '../../facts/finding-line';
import { routes } from '../../routes';
import { BottleShelf } from './bottle-shelf';
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
  const mustNot = chosen ? judgeChoice(chosen) : null;
  return (
    <Section title="1  Bottle">
      {shelf.length === 0 ? (
        <Empty
          text="No bottle with fluid in it is on the shelf."
          action="New bottle"
          onPress={() => router.push(routes.newBottle)}
        />
      ) : null}
      <BottleShelf
        shelf={shelf}
        chosenId={chosen?.state.bottle.id ?? ''}
        onChoose={(bottleId) => setValue('bottleId', bottleId, { shouldDirty: true })}
      />
      {mustNot ? (
        <>
          <FindingLine finding={mustNot} />
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
