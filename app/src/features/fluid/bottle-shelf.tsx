import { useState } from 'react';
import { View } from 'react-native';
import type { BottleChoice } from '@calvik/core';
import { MainButton } from '../../ui/screen';
import { BottleRow } from './bottle-row';

const FIRST = 3;

/** Bottles to choose from, the likeliest first: three of them and the chosen one, until somebody asks for all. */
export function BottleShelf({
  shelf,
  chosenId,
  onChoose,
}: {
  shelf: readonly BottleChoice[];
  chosenId: string;
  onChoose: (bottleId: string) => void;
}) {
  const [showsAll, setShowsAll] = useState(false);
  const shown = showsAll ? shelf : shelf.filter((x, i) => i < FIRST || x.state.bottle.id === chosenId);
  return (
    <>
      <View style={{ gap: 8 }} role="radiogroup" aria-label="Bottle">
        {shown.map(({ state, findings }) => (
          <BottleRow
            key={state.bottle.id}
            state={state}
            findings={findings}
            chosen={state.bottle.id === chosenId}
            onPress={() => onChoose(state.bottle.id)}
          />
        ))}
      </View>
      {shelf.length > shown.length ? (
        <MainButton mode="text" onPress={() => setShowsAll(true)}>{`Show all ${shelf.length} bottles`}</MainButton>
      ) : null}
    </>
  );
}
