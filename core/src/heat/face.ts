/** The face of a rotor: how much hotter it is than the bulk. */
import { type RotorMaterial, heatCapacity, materials } from './materials';

/** So many modes are followed; what the faster ones do is done at once. */
const MODES = 10;
/** Less than this is nothing, K. */
const NOTHING_K = 0.01;

const PI2 = Math.PI ** 2;
/** Σ 1/n² over the modes that are not followed. */
const FASTER = PI2 / 6 - Array.from({ length: MODES }, (_, i) => 1 / (i + 1) ** 2).reduce((sum, x) => sum + x, 0);

/**
 * One cheek of a rotor as a slab that is heated at its face and insulated at its back: the modes of Carslaw and Jaeger's series (Conduction of Heat in
 * Solids, a slab with a constant flux at one side), each followed through a drive of any kind.
 */
export class RotorFace {
  private readonly modes = new Float64Array(MODES);
  private excessK = 0;

  /**
   * @param cheekM half of the rotor's iron behind one face, m: with it the slab warms as the rotor does
   */
  constructor(
    private readonly material: RotorMaterial,
    private readonly cheekM: number,
  ) {}

  /**
   * One step with a flux that changes in a straight line.
   * @param fromWPerM2 into one face when it begins @param toWPerM2 … when it ends @param bulkC of the rotor, for its heat capacity
   * @returns how much hotter the face is than the rotor as a whole at its end, K
   */
  step(fromWPerM2: number, toWPerM2: number, seconds: number, bulkC: number): number {
    const { conductivityWPerMK: k, densityKgPerM3 } = materials[this.material];
    const perVolume = densityKgPerM3 * heatCapacity(this.material, bulkC);
    const slowest = (PI2 * k) / perVolume / this.cheekM ** 2;
    const reach = (2 * this.cheekM) / (PI2 * k);
    // Between zones the modes die away within seconds.
    if (toWPerM2 === 0 && fromWPerM2 === 0 && this.excessK < NOTHING_K) {
      this.modes.fill(0);
      this.excessK = 0;
      return 0;
    }
    // Of mode n there is left the first one's share to the power of n²: each from the one before.
    const first = Math.exp(-slowest * seconds);
    const square = first * first;
    let left = first;
    let factor = first * square;
    let excess = toWPerM2 * reach * FASTER;
    for (let n = 1; n <= MODES; n++) {
      const n2 = n * n;
      const gone = 1 - left;
      const held = fromWPerM2 * gone + (toWPerM2 - fromWPerM2) * (1 - gone / (slowest * n2 * seconds));
      const mode = this.modes[n - 1]! * left + (reach * held) / n2;
      this.modes[n - 1] = mode;
      excess += mode;
      left *= factor;
      factor *= square;
    }
    this.excessK = excess;
    return excess;
  }
}
