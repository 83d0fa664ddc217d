/** Plausible cars for the heat model: invented, with handbook figures. */
import { type Corner, corners } from '../../src/model';
import { type CornerHeat, type HeatedCar, type MovingCar, frontShare } from '../../src/heat';

/** A corner with a vented iron rotor. @param massKg of the rotor */
export const cornerHeat = (
  over: { massKg?: number; outerMm?: number; padMm?: number; ductFactor?: number } = {},
): CornerHeat => {
  const { massKg = 9, outerMm = 330, padMm = 10, ductFactor = 1 } = over;
  const outer = outerMm / 1000;
  const inner = outer * 0.62;
  const face = (Math.PI / 4) * (outer ** 2 - inner ** 2);
  return {
    rotor: {
      material: 'greyIron',
      massKg,
      outerDiameterM: outer,
      coolingAreaM2: 2 * face + Math.PI * outer * 0.028,
      faceAreaM2: face,
      cheekM: massKg / (2 * face * 7200),
      isVented: true,
    },
    ductFactor,
    coolingFactor: 1,
    pads: {
      massKg: 0.75,
      capacityJPerKgK: 900,
      areaM2: 2 * 0.0062,
      thicknessM: padMm / 1000,
      conductivityWPerMK: 1.4,
    },
    caliper: { massKg: 2.8, capacityJPerKgK: 900, coolingAreaM2: 0.07 },
    fluidMl: 28,
    padShare: 0.02,
  };
};

export const moving = (over: Partial<MovingCar> = {}): MovingCar => ({
  massKg: 1450,
  rotatingFactor: 1.05,
  dragAreaM2: 0.72,
  rollingResistance: 0.014,
  ...over,
});

export const balance = { wheelbaseMm: 2550, cgHeightMm: 500, frontWeightShare: 0.54 };
export const frontForce = { pistonAreaMm2: 2500, effectiveRadiusMm: 135, padFriction: 0.42, pressureShare: 1 };
export const rearForce = { pistonAreaMm2: 1250, effectiveRadiusMm: 128, padFriction: 0.42, pressureShare: 0.9 };

export function heatedCar(
  over: {
    moving?: Partial<MovingCar>;
    front?: Parameters<typeof cornerHeat>[0];
    rear?: Parameters<typeof cornerHeat>[0];
  } = {},
): HeatedCar {
  const front = cornerHeat(over.front);
  const rear = cornerHeat({ massKg: 6, outerMm: 300, ...over.rear });
  return {
    moving: moving(over.moving),
    corners: Object.fromEntries(corners.map((c) => [c, c.startsWith('F') ? front : rear])) as Record<
      Corner,
      CornerHeat
    >,
    frontShareAt: (decel) => frontShare(balance, frontForce, rearForce, decel / 9.80665, 1.15),
  };
}

/** A lap of about a minute and a half with five braking zones. */
export const zones = [
  { fromKmh: 205, toKmh: 85, secondsSince: 16, slopePercent: 0 },
  { fromKmh: 160, toKmh: 100, secondsSince: 14, slopePercent: 0 },
  { fromKmh: 185, toKmh: 75, secondsSince: 17, slopePercent: 0 },
  { fromKmh: 145, toKmh: 90, secondsSince: 12, slopePercent: 0 },
  { fromKmh: 170, toKmh: 80, secondsSince: 15, slopePercent: 0 },
];
