/** Corners as they lie on the car, seen from the driver's seat. */
export const corners = ['FL', 'FR', 'RL', 'RR'] as const;
export type Corner = (typeof corners)[number];

export const cornerNames: Record<Corner, string> = {
  FL: 'left front',
  FR: 'right front',
  RL: 'left rear',
  RR: 'right rear',
};

export const grades = ['DOT 3', 'DOT 4', 'DOT 5', 'DOT 5.1', 'mineral'] as const;
export type Grade = (typeof grades)[number];
