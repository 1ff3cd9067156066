import type { Brief } from '#core/engine'
import type { Library } from '#core/schema'

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

export interface BuildSummary {
  id: string
  name: string
  version: number
  createdAt: string
  updatedAt: string
  removed: boolean
  tags: string[]
  /** None when no version of it could be looked at yet. */
  brief?: Brief
  unreadable: boolean
}

/** A page of the list of builds. */
export interface BuildPage {
  builds: BuildSummary[]
  /** All that the search found. */
  count: number
}

/** A definition that is stored and cannot be read. */
export interface Unreadable {
  kind: string
  id: string
  message: string
}

export type Catalogue = Library & {
  /** By kind and id: whose it is, and its version; 0 when it is shipped. */
  standing: Record<string, { origin: 'shipped' | 'own'; version: number }>
  unreadable: Unreadable[]
}

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

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
export async function callApi<T>(method: Method, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  const response = await answered(method, path, body, signal)
  return (await response.json().catch(() => undefined)) as T
}

/** Calls the server for a file. @throws ApiError */
export async function callForFile(method: Method, path: string, body?: unknown, signal?: AbortSignal): Promise<Blob> {
  return (await answered(method, path, body, signal)).blob()
}

/** Calls the server for an answer that comes line by line, each JSON. @throws ApiError, and what `take` throws */
export async function callForLines<T>(path: string, body: unknown, signal: AbortSignal, take: (line: T) => void): Promise<void> {
  const { body: stream } = await answered('POST', path, body, signal)
  const reader = stream!.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    const lines = (rest + part.value).split('\n')
    rest = lines.pop()!
    for (const line of lines) take(JSON.parse(line) as T)
  }
}

async function answered(method: Method, path: string, body: unknown, signal?: AbortSignal): Promise<Response> {
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
