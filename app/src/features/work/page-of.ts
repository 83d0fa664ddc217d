import type { Job } from '@calvik/core';

/** Where a job is worked on: the guided service or the fluid pages; null for work that is only ticked off. */
export const pageOf = (job: Job): string | null => {
  if (job.kind === 'service') return `/service/${job.id}`;
  if (job.kind === 'fluidExchange' || job.kind === 'bleed') return `/cars/${job.carId}/flush?job=${job.id}`;
  if (job.kind === 'boilingTest') return `/cars/${job.carId}/test?job=${job.id}`;
  return null;
};
