import type { BasisInput, Highs } from 'highs'
import type { Program, ProgramAnswer, ProgramSolver, RelaxedProgram } from './program-solver'

/** How it goes from corner to corner: by weights that are worked out at little cost; and along what is allowed. */
const devex = 1
const primal = 4
/** Where rows are so many times the columns, the best corner is near the one to start from. */
const manyRows = 1.5

/** Loads HiGHS, which is large, when it is first needed. Where it fails, it has proven nothing, and the search goes on. */
export async function loadSolver(): Promise<ProgramSolver> {
  const { default: load } = await import('highs')
  return programSolver(await load())
}

/**
 * The solver HiGHS as a solver of our programs. Its arithmetic is floating: programs
 * are handed to it in whole numbers so small that it can tell one apart.
 */
function programSolver(highs: Highs): ProgramSolver {
  const { modelStatus } = highs.constants
  type Model = ReturnType<Highs['createModel']>

  /** What is read of a model that has run; nothing where the solver fails. */
  function ask<R>(
    data: Parameters<Highs['createModel']>[0],
    prepare: (model: Model) => void,
    read: (model: Model, status: number) => R,
  ) {
    try {
      const model = highs.createModel(data)
      prepare(model)
      const answer = read(model, model.run().modelStatus)
      model.dispose()
      return answer
    } catch {
      return undefined
    }
  }

  return {
    solve: (program, seconds, start) =>
      ask(
        { ...modelData(program), integrality: new Int32Array(program.most.length).fill(1) },
        (model) => {
          model.options.set({ output_flag: false, mip_rel_gap: 0, mip_abs_gap: 0.5, time_limit: seconds })
          if (start) model.setSolution({ colValue: start })
        },
        (model, status): ProgramAnswer => {
          if (status === modelStatus.infeasible) return { bound: Infinity, proven: true }
          const found = Number(model.info.get('primal_solution_status')) === 2
          const values = found ? [...model.getSolution().colValue].map(Math.round) : undefined
          const bound = Number(model.info.get('mip_dual_bound'))
          return { ...(values && { values }), bound: Number.isFinite(bound) ? bound : 0, proven: status === modelStatus.optimal }
        },
      ) ?? { bound: 0, proven: false },
    relax: (program, seconds, start) =>
      ask(
        modelData(program),
        (model) => {
          const near = program.rows.length > manyRows * program.most.length
          // Presolving takes longer than it saves: what is asked is narrowed already.
          model.options.set({
            output_flag: false,
            time_limit: seconds,
            presolve: 'off',
            simplex_dual_edge_weight_strategy: devex,
            ...(near && { simplex_strategy: primal }),
          })
          const basis = start && basisOf(program, start)
          if (basis) model.setBasis(basis)
        },
        (model, status): RelaxedProgram | undefined => {
          if (status !== modelStatus.optimal) return undefined
          const { colValue, rowDual } = model.getSolution()
          return { values: [...colValue], worth: Array.from(rowDual, (dual) => Math.max(0, -dual)) }
        },
      ),
  }
}

const nonbasic = { atLower: 0, atUpper: 2 } as const
const basic = 1

/**
 * The corner of a program at which whole values lie: in each row of which the sum is given
 * one column is basic, in the others the row itself.
 * @returns undefined where they lie between corners
 */
function basisOf({ most, rows }: Program, values: number[]): BasisInput | undefined {
  const colStatus: (0 | 1 | 2)[] = values.map((value, column) =>
    value === 0 ? nonbasic.atLower : value === most[column] ? nonbasic.atUpper : basic,
  )
  const rowStatus: (0 | 1)[] = []
  for (const { columns, lower, upper } of rows) {
    rowStatus.push(lower === upper ? nonbasic.atLower : basic)
    if (lower !== upper) continue
    const between = columns.filter((column) => colStatus[column] === basic)
    const column = between[0] ?? columns.find((used) => values[used]! > 0)
    if (column === undefined || between.length > 1) return undefined
    colStatus[column] = basic
  }
  return { colStatus, rowStatus }
}

function modelData({ costs, most, rows }: Program) {
  const starts = [0]
  const indices: number[] = []
  const values: number[] = []
  for (const { columns, coefficients } of rows) {
    indices.push(...columns)
    values.push(...coefficients)
    starts.push(indices.length)
  }
  return {
    numCols: most.length,
    numRows: rows.length,
    colCost: costs,
    colLower: most.map(() => 0),
    colUpper: most,
    rowLower: rows.map(({ lower }) => lower),
    rowUpper: rows.map(({ upper }) => upper),
    matrix: { format: 'csr' as const, numRows: rows.length, numCols: most.length, starts, indices, values },
  }
}
