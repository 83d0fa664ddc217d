/** Oldest first; facts of the same moment by id, so that the order of arrival never matters. */
export const byTime = (a: { at: string; id: string }, b: { at: string; id: string }): number =>
  a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
