import { act } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { StepScreen } from '../../src/features/service/step-screen';
import { flush, show } from './scene';
import { intake, job, records } from './service-scene';
import { place, press } from './hands';

export const step = (key: string, facts: Fact[] = [], more: object = {}) => {
  place.params = { job: job.id, step: key };
  return show(<StepScreen />, [flush(60, 20), ...intake, ...facts], { ...records, ...more });
};

export const pressing = (name: string | RegExp, role?: string): Promise<void> => act(async () => press(name, role));

/** The wire from the bench: what an instrument says is what a test lets it say. */
export class Wire extends EventTarget {
  static last: Wire;
  onerror: (() => void) | null = null;
  closed = false;
  constructor(readonly url: string) {
    super();
    Wire.last = this;
  }
  close(): void {
    this.closed = true;
  }
  say(kind: string, data: object): void {
    act(() => void this.dispatchEvent(new MessageEvent(kind, { data: JSON.stringify(data) })));
  }
}

/** Every test of a suite listens to the bench by that wire. */
export const benchWire = (): void =>
  beforeEach(() => {
    (globalThis as { EventSource: unknown }).EventSource = Wire;
  });
