/** A row of an integer program: lower ≤ Σ coefficient · x[column] ≤ upper. */
export interface ProgramRow {
  /** What it is about: names of the rows of a relaxation that stand for it. */
  names?: number[]
  columns: number[]
  coefficients: number[]
  lower: number
  upper: number
}

/** An integer program: the least Σ costs · x with whole 0 ≤ x ≤ most, all rows kept. */
export interface Program {
  costs: number[]
  most: number[]
  rows: ProgramRow[]
}

export interface ProgramAnswer {
  /** Values of the best found; undefined when none was. */
  values?: number[]
  /** No values cost less; infinite when there are none at all. */
  bound: number
  /** The values are proven best, or it is proven that there are none. */
  proven: boolean
}

/** The best values of a program where fractions are allowed, and what one more of each row's upper limit would save there. */
export interface RelaxedProgram {
  values: number[]
  worth: number[]
}

/** Solves integer programs, such as an outside solver would. */
export interface ProgramSolver {
  /** @param start values to start from, which keep all rows */
  solve: (program: Program, seconds: number, start?: number[]) => ProgramAnswer
  /** The same where fractions are allowed; undefined when that is not found in the time. */
  relax: (program: Program, seconds: number, start?: number[]) => RelaxedProgram | undefined
}
