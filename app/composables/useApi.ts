import type { Answer, Body, File, Lines, Names, Query, Route, WorkLine } from '#contract'

export interface Problem {
  place: string
  message: string
}

/** An answer of the server that is not a success, in words. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: Problem[],
    readonly body: unknown,
  ) {
    super(message)
  }
}

/** What a call of a route is given: names in its path, query and body where it has them. */
type Asked<R extends Route> = Names<R> &
  (Query<R> extends undefined ? unknown : { query?: Query<R> }) &
  (Body<R> extends undefined ? unknown : { body: Body<R> }) & { signal?: AbortSignal }
/** It may be left out where nothing has to be given. */
type Given<R extends Route> = object extends Asked<R> ? [asked?: Asked<R>] : [asked: Asked<R>]
/** Routes that answer with so much. */
type Answering<A> = { [R in Route]: Answer<R> extends A ? R : never }[Route]

/** Milliseconds for which an answer to what was asked for ahead counts as new. */
const freshFor = 10_000
/** What was asked for before it was wanted. */
const ahead = new Map<string, Promise<Response>>()

/** Asks for what will be wanted in a moment: whoever calls for it first gets that answer. */
export function fetchAhead(path: string): void {
  const asked = fetch(path)
  asked.catch(() => undefined)
  ahead.set(path, asked)
  setTimeout(() => ahead.delete(path), freshFor)
}

/** Calls the product's own server. @throws ApiError */
export async function callApi<R extends Route>(route: R, ...[asked]: Given<R>): Promise<Answer<R>> {
  const response = await answered(route, asked)
  return (await response.json().catch(() => undefined)) as Answer<R>
}

/** Calls the server for a file. @throws ApiError */
export async function callForFile<R extends Answering<File>>(route: R, ...[asked]: Given<R>): Promise<Blob> {
  return (await answered(route, asked)).blob()
}

/** Calls the server for an answer that comes line by line, each JSON. @throws ApiError, and what `take` throws */
export async function callForLines<T, R extends Answering<Lines<T>>>(
  route: R,
  asked: Asked<R>,
  take: (line: WorkLine<T>) => void,
): Promise<void> {
  const { body: stream } = await answered(route, asked)
  const reader = stream!.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    const lines = (rest + part.value).split('\n')
    rest = lines.pop()!
    for (const line of lines) take(JSON.parse(line) as WorkLine<T>)
  }
}

/** The address of a route, with its names and its query filled in. */
function addressOf(path: string, { query = {}, ...names }: { query?: object }): string {
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(names[name as keyof typeof names])))
  const pairs = Object.entries(query).flatMap(([key, value]) => (value === undefined ? [] : [[key, String(value)]]))
  return pairs.length ? `${filled}?${new URLSearchParams(pairs).toString()}` : filled
}

async function answered(route: Route, asked: { query?: object; body?: unknown; signal?: AbortSignal } = {}): Promise<Response> {
  const [method, pattern] = route.split(' ') as [string, string]
  const { body, signal } = asked
  const path = addressOf(pattern, asked)
  let response: Response
  try {
    const known = method === 'GET' ? ahead.get(path) : undefined
    ahead.delete(path)
    response = await (known ??
      fetch(path, {
        method,
        signal,
        headers: body === undefined ? {} : { 'content-type': 'application/json' },
        body: body === undefined ? undefined : JSON.stringify(body),
      }))
  } catch {
    throw new ApiError(0, 'the server does not answer', [], undefined)
  }
  if (response.ok) return response
  const answer: unknown = await response.json().catch(() => undefined)
  const data = (answer as { data?: { message?: string; problems?: Problem[]; todo?: string } } | undefined)?.data
  if (response.status === 401 && path !== '/api/session') void askIn()
  const words = data?.message ?? `the server answered ${response.status}`
  throw new ApiError(response.status, data?.todo ? `${words}. ${data.todo}` : words, data?.problems ?? [], answer)
}

/** To where the passphrase is asked for, and back. */
async function askIn(): Promise<void> {
  const { fullPath, path } = useRouter().currentRoute.value
  if (path !== '/enter') await navigateTo({ path: '/enter', query: { back: fullPath } })
}
