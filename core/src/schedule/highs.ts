/** The solver: HiGHS, compiled to WebAssembly. It blocks while it works; run it in a worker. */
import loadHighs, { type Highs } from 'highs';
import type { MipModel, MipSolver } from './model';

let loaded: Promise<Highs> | null = null;

function csr(model: MipModel): { starts: number[]; indices: number[]; values: number[] } {
  const starts = [0];
  const indices: number[] = [];
  const values: number[] = [];
  for (const row of model.rows) {
    indices.push(...row.columns);
    values.push(...row.values);
    starts.push(indices.length);
  }
  return { starts, indices, values };
}

/** Loads HiGHS once. @returns a solver for any number of models */
export async function highsSolver(): Promise<MipSolver> {
  loaded ??= loadHighs({});
  const highs = await loaded;
  return (model, { seconds, gap, start, onProgress, shouldStop }) => {
    const { starts, indices, values } = csr(model);
    const { callbackType, modelStatus } = highs.constants;
    const finite = (x: number): number => (Number.isFinite(x) ? x : Math.sign(x) * highs.infinity);
    return highs.withModel(
      {
        numCols: model.cost.length,
        numRows: model.rows.length,
        colCost: model.cost,
        colLower: model.lower,
        colUpper: model.upper.map(finite),
        rowLower: model.rows.map((r) => finite(r.lower)),
        rowUpper: model.rows.map((r) => finite(r.upper)),
        matrix: { format: 'csr', numRows: model.rows.length, numCols: model.cost.length, starts, indices, values },
        integrality: model.isInteger.map((i) => (i ? 1 : 0)),
      },
      (solver) => {
        solver.options.set({ output_flag: false, time_limit: seconds, mip_rel_gap: gap, mip_abs_gap: 1e-6 });
        if (start) solver.setSolution({ colValue: [...start] });
        let bound = 0;
        const stopIfAsked = (event: { interrupt: () => void }): undefined => {
          if (shouldStop?.()) event.interrupt();
          return undefined;
        };
        const run = solver.run({
          [callbackType.mipLogging](event) {
            const { mip_dual_bound = 0, mip_primal_bound, mip_gap = Infinity, running_time = 0 } = event.data;
            if (Math.abs(mip_dual_bound) < 1e20) bound = Math.max(bound, mip_dual_bound);
            onProgress?.({ best: mip_primal_bound ?? null, bound, gap: mip_gap, seconds: running_time });
            return undefined;
          },
          [callbackType.mipInterrupt]: stopIfAsked,
          // The first relaxation of a large case takes long, and looks at no clock but this one.
          [callbackType.simplexInterrupt]: stopIfAsked,
          [callbackType.ipmInterrupt]: stopIfAsked,
        });
        const isOptimal = run.modelStatus === modelStatus.optimal;
        const last = Number(solver.info.get('mip_dual_bound'));
        if (Math.abs(last) < 1e20) bound = Math.max(bound, last);
        const hasSolution = Number(solver.info.get('primal_solution_status')) === 2;
        return { values: hasSolution ? solver.getSolution().colValue : null, bound, isOptimal };
      },
    );
  };
}
