/** Time on track that is left, as people say it: five minutes more or less mean nothing. @example trackTime(84) // '85 min' */
export const trackTime = (minutes: number): string =>
  minutes < 90 ? `${Math.round(minutes / 5) * 5} min` : `${(minutes / 60).toFixed(1)} h`;
