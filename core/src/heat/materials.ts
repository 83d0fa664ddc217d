/** What rotors are made of: density, heat capacity against temperature, conductivity. Handbook values, from memory. */
import { ROTOR_KG_PER_M3 } from '../rotors';

export type RotorMaterial = 'greyIron' | 'carbonCeramic';

export interface Material {
  densityKgPerM3: number;
  /** Heat capacity at 20 °C and at 500 °C, J/kg·K; linear between them and beyond, held above {@link HELD_ABOVE_C}. */
  capacityAt20: number;
  capacityAt500: number;
  conductivityWPerMK: number;
  emissivity: number;
}

export const materials: Record<RotorMaterial, Material> = {
  greyIron: {
    densityKgPerM3: ROTOR_KG_PER_M3.greyIron,
    capacityAt20: 430,
    capacityAt500: 650,
    conductivityWPerMK: 48,
    emissivity: 0.6,
  },
  carbonCeramic: {
    densityKgPerM3: ROTOR_KG_PER_M3.carbonCeramic,
    capacityAt20: 750,
    capacityAt500: 1200,
    conductivityWPerMK: 40,
    emissivity: 0.85,
  },
};

/** Nobody has figures for a rotor hotter than this, °C: capacity is held there. */
const HELD_ABOVE_C = 900;

/**
 * Heat capacity of a rotor's material, J/kg·K.
 * @param tempC −40 to 1500 °C @example heatCapacity('greyIron', 500) // 650
 */
export function heatCapacity(material: RotorMaterial, tempC: number): number {
  const { capacityAt20, capacityAt500 } = materials[material];
  const held = tempC > HELD_ABOVE_C ? HELD_ABOVE_C : tempC < -40 ? -40 : tempC;
  return capacityAt20 + ((capacityAt500 - capacityAt20) * (held - 20)) / 480;
}

/** By how much the capacity rises with temperature, J/kg·K². */
export function capacitySlope(material: RotorMaterial, tempC: number): number {
  if (tempC <= -40 || tempC >= HELD_ABOVE_C) return 0;
  const { capacityAt20, capacityAt500 } = materials[material];
  return (capacityAt500 - capacityAt20) / 480;
}
