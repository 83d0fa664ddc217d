import type { Href } from 'expo-router';
import { type Job, isGuided } from '@calvik/core';
import { routes } from '../../routes';

/** Where a job is worked on: the guided service or the fluid pages; null for work that is only ticked off. */
export const pageOf = (job: Job): Href | null => {
  if (isGuided(job)) return routes.service(job.id);
  if (job.kind === 'flush' || job.kind === 'bleed') return routes.flush(job.carId, { job: job.id });
  if (job.kind === 'bedding') return routes.bedding(job.carId);
  return job.kind === 'boilingTest' ? routes.test(job.carId, { job: job.id }) : null;
};
