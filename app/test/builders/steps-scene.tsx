import { act, screen } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { StepScreen } from '../../src/features/service/step-screen';
import { flush, show } from './scene';
import { place, press } from './hands';
import { intake, job, records } from './service-scene';

export const step = (key: string, facts: Fact[] = intake, more: object = {}) => {
  place.params = { job: job.id, step: key };
  return show(<StepScreen />, [flush(60, 20), ...facts], { ...records, ...more });
};

export const saveIt = (name = 'Save and go on'): Promise<void> => act(async () => press(name));

export const said = (testId: string): string => screen.getByTestId(testId).textContent ?? '';
