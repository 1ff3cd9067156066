import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { request as httpRequest, type IncomingHttpHeaders } from 'node:http'
import { connect, createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** A server of a test's own, on data of its own. */
export interface OwnServer {
  address: string
  port: number
  directory: string
  process: ChildProcess
  /** What it wrote to its error stream. */
  errors: () => string
  end: (signal?: NodeJS.Signals) => Promise<void>
}

async function freePort(): Promise<number> {
  const probe = createServer()
  await new Promise<void>((resolve) => probe.listen(0, '127.0.0.1', resolve))
  const { port } = probe.address() as AddressInfo
  await new Promise((resolve) => probe.close(resolve))
  return port
}

/** Starts the built server and waits until it answers anything. */
export async function startServer(
  env: Record<string, string> = {},
  directory = mkdtempSync(join(tmpdir(), 'ypodoma-own-')),
  args: string[] = [],
): Promise<OwnServer> {
  const port = env.PORT ? Number(env.PORT) : await freePort()
  const child = spawn(process.execPath, [...args, process.env.YPODOMA_SERVER ?? '.output/server/index.mjs'], {
    env: { ...process.env, PORT: String(port), NITRO_PORT: String(port), YPODOMA_DATA: directory, ...env },
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  let errors = ''
  child.stderr!.on('data', (chunk: Buffer) => (errors += chunk.toString()))
  const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()))
  const server: OwnServer = {
    address: `http://127.0.0.1:${port}`,
    port,
    directory,
    process: child,
    errors: () => errors,
    end: (signal = 'SIGTERM') => {
      child.kill(signal)
      return gone
    },
  }
  for (const end = Date.now() + 200_000; Date.now() < end && child.exitCode === null;) {
    if (await ask(server, { path: '/api/health' }).catch(() => undefined)) break
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  return server
}

/** Ends a server and takes its data away. */
export async function removeServer(server: OwnServer): Promise<void> {
  await server.end()
  rmSync(server.directory, { recursive: true, force: true })
}

interface Asking {
  path: string
  method?: string
  headers?: Record<string, string>
  body?: string
}

export interface Answered {
  status: number
  headers: IncomingHttpHeaders
  text: string
}

/** A plain request with exactly these headers, as a browser would not send it. */
export function ask({ port }: Pick<OwnServer, 'port'>, { path, method = 'GET', headers = {}, body }: Asking): Promise<Answered> {
  return new Promise((resolve, reject) => {
    const sent = httpRequest({ port, host: '127.0.0.1', path, method, headers, agent: false }, (response) => {
      const parts: Buffer[] = []
      response.on('data', (part: Buffer) => parts.push(part))
      response.on('end', () =>
        resolve({ status: response.statusCode!, headers: response.headers, text: Buffer.concat(parts).toString() }),
      )
      response.on('error', reject)
    })
    sent.on('error', reject)
    sent.end(body)
  })
}

/** The same with a JSON body. */
export function put(
  server: Pick<OwnServer, 'port'>,
  method: string,
  path: string,
  value: unknown,
  headers: Record<string, string> = {},
) {
  return ask(server, { path, method, headers: { 'content-type': 'application/json', ...headers }, body: JSON.stringify(value) })
}

/** Opens a connection and sends some bytes of a request that never ends; gives what comes back once it is closed. */
export function unfinished({ port }: Pick<OwnServer, 'port'>, text: string): Promise<string> {
  return new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1', () => socket.write(text))
    let got = ''
    socket.on('data', (chunk) => (got += chunk.toString()))
    socket.on('close', () => resolve(got))
    socket.on('error', () => resolve(got))
  })
}
