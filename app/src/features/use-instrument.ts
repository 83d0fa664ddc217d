import { useCallback, useEffect, useRef, useState } from 'react';
import { type BenchInstrument, instrumentStream, startInstrument, stopInstrument } from '../api/client';

/** A simulated instrument that streams: start it, hear it, stop it. */
export function useInstrument<T>(
  instrument: BenchInstrument,
  onSample: (sample: T) => void,
): { isOn: boolean; problem: string | null; start: (request: object) => Promise<void>; stop: () => void } {
  const [isOn, setOn] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const run = useRef<{ id: string; stream: EventSource } | null>(null);
  const hear = useRef(onSample);
  useEffect(() => {
    hear.current = onSample;
  });
  const stop = useCallback(() => {
    const { current } = run;
    run.current = null;
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
      try {
        const { id } = await startInstrument(instrument, request);
        const stream = instrumentStream(instrument, id);
        run.current = { id, stream };
        setOn(true);
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
        setProblem(error instanceof Error ? error.message : String(error));
      }
    },
    [instrument, stop],
  );
  return { isOn, problem, start, stop };
}
