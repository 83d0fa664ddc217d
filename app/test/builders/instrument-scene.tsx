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
