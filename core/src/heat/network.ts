/**
 * One corner as four lumps: rotor, pads, caliper, and the fluid behind its pistons. Heat goes from the rotor to the pads, through their
 * thickness and the pistons into the fluid, and by the abutments into the caliper; fluid and caliper share theirs. Rotor, pads and caliper
 * lose it to the air, the rotor also by radiation, the caliper into its knuckle.
 */
import { type RotorMaterial, capacitySlope, heatCapacity, materials } from './materials';
import { phi1Times } from './matrix';

const { abs, ceil, max, min, sqrt } = Math;

/** W/m²·K⁴. CODATA. */
const STEFAN_BOLTZMANN = 5.670374e-8;
/** Air at about 60 °C: conductivity W/m·K, kinematic viscosity m²/s. Handbook, from memory. */
const AIR = { conductivity: 0.028, viscosity: 1.9e-5 } as const;
/** Still air takes this much, W/m²·K. Handbook range 5 to 15, from memory. */
const STILL_AIR = 10;
/** Of the road speed, how much passes caliper and pads. Calvik's own figure. */
const SPEED_AT_CALIPER = 0.6;
/** A vented rotor sheds this much more than a plain one: double or more. Common practice, no source. */
const VENTED = 2.2;

/** What of one corner decides how it heats and cools. SI: kg, m, W, K. */
export interface CornerHeat {
  rotor: {
    material: RotorMaterial;
    massKg: number;
    outerDiameterM: number;
    /** Both faces and the rim, m². */
    coolingAreaM2: number;
    /** One swept face, m². */
    faceAreaM2: number;
    /** Half of the rotor's iron behind one face, m. */
    cheekM: number;
    isVented: boolean;
  };
  /** Ducts multiply what passing air takes; 1 without. Still air they do not reach. */
  ductFactor: number;
  /** All that the rotor sheds by convection, over what is reckoned; 1 as reckoned. */
  coolingFactor: number;
  /** Both pads together. */
  pads: { massKg: number; capacityJPerKgK: number; areaM2: number; thicknessM: number; conductivityWPerMK: number };
  caliper: { massKg: number; capacityJPerKgK: number; coolingAreaM2: number };
  fluidMl: number;
  /** Share of the braking power that goes into the pads at once: by effusivities and the areas that meet, 0.01 to 0.03. Limpert, from memory. */
  padShare: number;
}

/** Temperatures of one corner, °C. */
export interface CornerTemps {
  rotorC: number;
  padsC: number;
  caliperC: number;
  fluidC: number;
}

/** What acts on a corner during one step. */
export interface Drive {
  /** Into both faces and the pads together, W. */
  powerW: number;
  speedMPerS: number;
  airC: number;
  /** The pads are on the rotor and do no work. */
  isHeld?: boolean;
}

/** Glycol-ether fluid: density kg/L, capacity J/kg·K. Handbook, from memory. */
const FLUID = { kgPerL: 1.05, capacity: 2100 } as const;
/** Between the face of a rotor and that of a pad, W/m²·K: pressed on, of the order of what handbooks give for contacts (3,000 to 8,000, from memory); off, a quarter of a millimetre of hot air. */
const CONTACT = { on: 5000, off: 150 } as const;
/** Backing plate, shim and the rims of the pistons in series with the friction material, m²·K/W. Calvik's own figure, by the model beside the tests. */
const PLATE_RESISTANCE = 0.0056;
/** Of a pad's area, how much its edges and the back of its plate shed heat like. Calvik's own figure. */
const PAD_IN_AIR = 0.5;
/** Of what comes through the pads, how much goes by the pistons into the fluid; the rest goes by the abutments into the body. Calvik's own figure. */
const THROUGH_PISTONS = 0.34;
/** Between body and fluid, W/K per square root of its volume in mL. Calvik's own figure. */
const BODY_TO_FLUID = 0.5;
/** The caliper sees the rotor and stands in its hot air, W/K. Calvik's own figure. */
const ROTOR_TO_CALIPER = 0.5;
/** From the caliper into knuckle and suspension, W/K. Calvik's own figure. */
const INTO_KNUCKLE = 2.8;

/** Where the flow at a turning disc becomes turbulent, by its Reynolds number, and over what share of it. Limpert; from memory; the width is Calvik's own. */
const TURBULENT = { from: 2.4e5, over: 0.5 } as const;

/**
 * Convection at the rotor, W/m²·K: `Nu = 0.04·Re^0.8` of a turning disc, `0.70·Re^0.55` while the flow is laminar, and a blend between them. Limpert, Brake
 * Design and Safety; from memory.
 * @param ductFactor what passing air takes over what it would without ducts
 */
export function rotorConvection(speedMPerS: number, outerDiameterM: number, isVented: boolean, ductFactor = 1): number {
  const reynolds = (max(0, speedMPerS) * outerDiameterM) / AIR.viscosity;
  const share = min(1, max(0, 0.5 + (reynolds / TURBULENT.from - 1) / TURBULENT.over));
  const nusselt =
    (share > 0 ? share * 0.04 * reynolds ** 0.8 : 0) + (share < 1 ? (1 - share) * 0.7 * reynolds ** 0.55 : 0);
  return STILL_AIR + ((nusselt * AIR.conductivity) / outerDiameterM) * (isVented ? VENTED : 1) * ductFactor;
}
const caliperConvection = (speedMPerS: number): number =>
  STILL_AIR + 5.5 * (max(0, speedMPerS) * SPEED_AT_CALIPER) ** 0.8;

const kelvin = (c: number): number => c + 273.15;

/** Conductances of a corner for one step, W/K, and its capacities, J/K; rotor and radiation at the given temperature. */
interface Coefficients {
  rotorCapacity: number;
  padCapacity: number;
  caliperCapacity: number;
  fluidCapacity: number;
  rotorToAir: number;
  rotorToPads: number;
  padsToCaliper: number;
  padsToFluid: number;
  padsToAir: number;
  caliperToAir: number;
  caliperToFluid: number;
}

function coefficients(c: CornerHeat, drive: Drive, rotorC: number): Coefficients {
  const { rotor, pads, caliper } = c;
  // The thinner the pad, the more gets through; its heat sits half way in.
  const half = pads.thicknessM / 2 / pads.conductivityWPerMK;
  const through = pads.areaM2 / (half + PLATE_RESISTANCE);
  const contact = drive.powerW > 0 || drive.isHeld ? CONTACT.on : CONTACT.off;
  const outside = caliperConvection(drive.speedMPerS);
  return {
    rotorCapacity: rotor.massKg * heatCapacity(rotor.material, rotorC),
    padCapacity: pads.massKg * pads.capacityJPerKgK,
    caliperCapacity: caliper.massKg * caliper.capacityJPerKgK,
    fluidCapacity: (c.fluidMl / 1000) * FLUID.kgPerL * FLUID.capacity,
    rotorToAir:
      rotorConvection(drive.speedMPerS, rotor.outerDiameterM, rotor.isVented, c.ductFactor) *
      rotor.coolingAreaM2 *
      c.coolingFactor,
    rotorToPads: pads.areaM2 / (1 / contact + half),
    padsToCaliper: through * (1 - THROUGH_PISTONS),
    padsToFluid: through * THROUGH_PISTONS,
    padsToAir: outside * PAD_IN_AIR * pads.areaM2,
    caliperToAir: outside * caliper.coolingAreaM2 + INTO_KNUCKLE,
    caliperToFluid: BODY_TO_FLUID * sqrt(c.fluidMl),
  };
}

const radiated = (c: CornerHeat, rotorC: number, airC: number): number =>
  materials[c.rotor.material].emissivity *
  STEFAN_BOLTZMANN *
  2 *
  c.rotor.faceAreaM2 *
  (kelvin(rotorC) ** 4 - kelvin(airC) ** 4);

/** How fast each temperature changes, K/s, in the order rotor, pads, caliper, fluid: the equations of the network. */
export function ratesOf(
  c: CornerHeat,
  drive: Drive,
  t: CornerTemps,
  k = coefficients(c, drive, t.rotorC),
): [number, number, number, number] {
  const toPads = k.rotorToPads * (t.rotorC - t.padsC);
  const toCaliper = k.padsToCaliper * (t.padsC - t.caliperC);
  const byPistons = k.padsToFluid * (t.padsC - t.fluidC);
  const byBody = k.caliperToFluid * (t.caliperC - t.fluidC);
  const across = ROTOR_TO_CALIPER * (t.rotorC - t.caliperC);
  const lost = k.rotorToAir * (t.rotorC - drive.airC) + radiated(c, t.rotorC, drive.airC);
  return [
    (drive.powerW * (1 - c.padShare) - lost - toPads - across) / k.rotorCapacity,
    (drive.powerW * c.padShare + toPads - toCaliper - byPistons - k.padsToAir * (t.padsC - drive.airC)) / k.padCapacity,
    (toCaliper + across - byBody - k.caliperToAir * (t.caliperC - drive.airC)) / k.caliperCapacity,
    (byPistons + byBody) / k.fluidCapacity,
  ];
}

/**
 * One step of any length: `T ← T + h·φ₁(h·J)·f(T)`, an exponential step along the equations linearised where they are (Rosenbrock–Euler;
 * Hochbruck and Ostermann, Exponential integrators, Acta Numerica 2010). Exact where the equations are linear, stable at any step, of second
 * order in what radiation and capacity bend. A step over which the rotor would change by more than {@link MOST_AT_ONCE_K} is halved.
 * @param seconds over 0
 */
export function stepCorner(c: CornerHeat, drive: Drive, t: CornerTemps, seconds: number): CornerTemps {
  const end = exponentialStep(c, drive, t, seconds);
  if (Math.abs(end.rotorC - t.rotorC) <= MOST_AT_ONCE_K || seconds < SHORTEST_S) return end;
  return stepCorner(c, drive, stepCorner(c, drive, t, seconds / 2), seconds / 2);
}

const MOST_AT_ONCE_K = 25;
const SHORTEST_S = 1e-3;

/** More pieces than this, and the exponential of the whole step is cheaper. */
const MOST_PIECES = 48;

/** Written out number by number: it is the innermost loop of everything that is computed of heat. */
function exponentialStep(c: CornerHeat, drive: Drive, t: CornerTemps, seconds: number): CornerTemps {
  const k = coefficients(c, drive, t.rotorC);
  const f = ratesOf(c, drive, t, k);
  const { emissivity } = materials[c.rotor.material];
  const radiationSlope = emissivity * STEFAN_BOLTZMANN * 2 * c.rotor.faceAreaM2 * 4 * kelvin(t.rotorC) ** 3;
  // The rate of the rotor is a flow over a capacity that rises with temperature.
  const capacityTerm = (f[0] * c.rotor.massKg * capacitySlope(c.rotor.material, t.rotorC)) / k.rotorCapacity;
  const { rotorCapacity: cr, padCapacity: cp, caliperCapacity: cc, fluidCapacity: cf } = k;
  const out = k.rotorToPads + k.padsToCaliper + k.padsToFluid + k.padsToAir;
  const body = k.padsToCaliper + k.caliperToFluid + k.caliperToAir + ROTOR_TO_CALIPER;
  // The Jacobian; rotor and fluid do not touch.
  const a00 = (-k.rotorToAir - radiationSlope - k.rotorToPads - ROTOR_TO_CALIPER) / cr - capacityTerm;
  const a01 = k.rotorToPads / cr;
  const a02 = ROTOR_TO_CALIPER / cr;
  const a10 = k.rotorToPads / cp;
  const a11 = -out / cp;
  const a12 = k.padsToCaliper / cp;
  const a13 = k.padsToFluid / cp;
  const a20 = ROTOR_TO_CALIPER / cc;
  const a21 = k.padsToCaliper / cc;
  const a22 = -body / cc;
  const a23 = k.caliperToFluid / cc;
  const a31 = k.padsToFluid / cf;
  const a32 = k.caliperToFluid / cf;
  const a33 = -(k.padsToFluid + k.caliperToFluid) / cf;
  const largest = 2 * max(abs(a00), max(-a11, max(-a22, -a33)));
  const pieces = ceil(largest * seconds) || 1;
  if (pieces > MOST_PIECES) {
    // prettier-ignore
    const jacobian = Float64Array.of(a00, a01, a02, 0, a10, a11, a12, a13, a20, a21, a22, a23, 0, a31, a32, a33).map((x) => x * seconds);
    const e = phi1Times(jacobian, Float64Array.of(...f.map((x) => x * seconds)));
    return { rotorC: t.rotorC + e[0]!, padsC: t.padsC + e[1]!, caliperC: t.caliperC + e[2]!, fluidC: t.fluidC + e[3]! };
  }
  const h = seconds / pieces;
  let [g0, g1, g2, g3] = [0, 0, 0, 0];
  for (let piece = 0; piece < pieces; piece++) {
    // The rate where this piece begins, over the piece; then the series Σ (hA)ᵏ·v/(k+1)!.
    let x0 = h * (f[0] + a00 * g0 + a01 * g1 + a02 * g2);
    let x1 = h * (f[1] + a10 * g0 + a11 * g1 + a12 * g2 + a13 * g3);
    let x2 = h * (f[2] + a20 * g0 + a21 * g1 + a22 * g2 + a23 * g3);
    let x3 = h * (f[3] + a31 * g1 + a32 * g2 + a33 * g3);
    let [s0, s1, s2, s3] = [x0, x1, x2, x3];
    for (let n = 2; n < 24; n++) {
      const share = h / n;
      const y0 = share * (a00 * x0 + a01 * x1 + a02 * x2);
      const y1 = share * (a10 * x0 + a11 * x1 + a12 * x2 + a13 * x3);
      const y2 = share * (a20 * x0 + a21 * x1 + a22 * x2 + a23 * x3);
      const y3 = share * (a31 * x1 + a32 * x2 + a33 * x3);
      x0 = y0;
      x1 = y1;
      x2 = y2;
      x3 = y3;
      s0 += x0;
      s1 += x1;
      s2 += x2;
      s3 += x3;
      if (abs(x0) + abs(x1) + abs(x2) + abs(x3) < 1e-10) break;
    }
    g0 += s0;
    g1 += s1;
    g2 += s2;
    g3 += s3;
  }
  return { rotorC: t.rotorC + g0, padsC: t.padsC + g1, caliperC: t.caliperC + g2, fluidC: t.fluidC + g3 };
}

/** Heat that a corner holds above a temperature, J: what an energy balance adds up. */
export function heatHeldJ(c: CornerHeat, t: CornerTemps, aboveC: number): number {
  const { material, massKg } = c.rotor;
  // The integral of a capacity that rises linearly.
  const rotor = massKg * (t.rotorC - aboveC) * heatCapacity(material, (t.rotorC + aboveC) / 2);
  const rest = coefficients(c, { powerW: 0, speedMPerS: 0, airC: aboveC }, t.rotorC);
  return (
    rotor +
    rest.padCapacity * (t.padsC - aboveC) +
    rest.caliperCapacity * (t.caliperC - aboveC) +
    rest.fluidCapacity * (t.fluidC - aboveC)
  );
}
