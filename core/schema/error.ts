/** Input that cannot be used: each problem names its place. */
export class InputError extends Error {
  constructor(
    readonly problems: { place: string; message: string }[],
    readonly source?: string,
  ) {
    super(problems.map(({ place, message }) => (place ? `${place}: ${message}` : message)).join('\n'))
    this.name = 'InputError'
  }
}
