import { runState } from '@calvik/core';
import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import type { BeddingBegun, Car } from '@calvik/core';
import { readDraftHead } from '../../state/bedding-draft';
import { useLogbook } from '../../state/hooks';
import { Gone } from '../../records/not-found-page';
import { DriveCycle } from './drive-cycle';
import { RunSummary } from './run-summary';

export function BeddingRunScreen() {
  const { id, run: runId } = useLocalSearchParams<{ id: string; run: string }>();
  const logbook = useLogbook();
  const car = logbook.cars.get(id);
  const run = logbook.factsOfCar(id).find((f): f is BeddingBegun => f.kind === 'beddingBegun' && f.id === runId);
  if (!car || !run) return <Gone what="bedding run" back={`/cars/${id}`} />;
  return <RunPage key={run.id} car={car} run={run} />;
}

/** A run: driven while a cycle is under way, else what has come of it and what comes next. */
function RunPage({ car, run }: { car: Car; run: BeddingBegun }) {
  const state = runState(useLogbook(), run);
  const cycle = state.cycles.length + 1;
  const [opened, setOpened] = useState(0);
  const isUnderWay = readDraftHead(run.id, cycle) !== null;
  if (opened === cycle || isUnderWay || state.next === 'drive')
    return <DriveCycle key={cycle} car={car} run={run} cycle={cycle} />;
  return <RunSummary car={car} state={state} onAnother={() => setOpened(cycle)} />;
}
