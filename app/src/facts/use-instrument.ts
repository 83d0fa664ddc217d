import { useCallback, useEffect, useRef, useState } from 'react';
import { type BenchInstrument, instrumentStream, startInstrument, stopInstrument } from '../api/client';

/** A simulated instrument that streams: start it, hear it, stop it. It is on from the start, so that nothing moves on the page until it answers. */
export function useInstrument<T>(
  instrument: BenchInstrument,
  onSample: (sample: T) => void,
): { isOn: boolean; problem: string | null; start: (request: object) => Promise<void>; stop: () => void } {
  const [isOn, setOn] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const run = useRef<{ id: string; stream: EventSource } | null>(null);
  // Which start is the last one: an answer to an earlier one, or after a stop, starts nothing.
  const turn = useRef(0);
  const hear = useRef(onSample);
  useEffect(() => {
    hear.current = onSample;
  });
  const stop = useCallback(() => {
    const { current } = run;
    run.current = null;
    turn.current += 1;
    setOn(false);
    if (!current) return;
    current.stream.close();
    void stopInstrument(instrument, current.id).catch(() => undefined);
  }, [instrument]);
  useEffect(() => stop, [stop]);
  const start = useCallback(
    async (request: object) => {
      stop();
      setProblem(null);
      setOn(true);
      const mine = turn.current;
      try {
        const { id } = await startInstrument(instrument, request);
        if (turn.current !== mine) return void stopInstrument(instrument, id).catch(() => undefined);
        const stream = instrumentStream(instrument, id);
        run.current = { id, stream };
        stream.addEventListener('sample', (event) =>
          hear.current((JSON.parse((event as MessageEvent<string>).data) as { sample: T }).sample),
        );
        stream.addEventListener('stopped', stop);
        stream.onerror = () => {
          if (run.current?.stream === stream) {
            setProblem(
              instrument === 'drives'
                ? 'The simulated drive has stopped: what is counted is kept. Drive on when there is a connection.'
                : 'The instrument does not answer. Type the figure.',
            );
            stop();
          }
        };
      } catch (error) {
        if (turn.current !== mine) return;
        setOn(false);
        setProblem(error instanceof Error ? error.message : String(error));
      }
    },
    [instrument, stop],
  );
  return { isOn, problem, start, stop };
}
