import { createHash } from 'node:crypto'
import type { Connection } from './open'

export interface KeptPicture {
  width: number
  height: number
  bytes: Buffer
}

export type PictureRepository = ReturnType<typeof pictureRepository>

/** Pictures by what they hold. Definitions and plans name them in all their versions, so that none is ever taken away. */
export function pictureRepository(connection: Connection, now: () => string) {
  const put = connection.prepare(
    `INSERT INTO pictures (id, width, height, bytes, saved_at) VALUES (@id, @width, @height, @bytes, @at)
     ON CONFLICT (id) DO NOTHING`,
  )
  const one = connection.prepare<[string], KeptPicture>('SELECT width, height, bytes FROM pictures WHERE id = ?')
  return {
    find: (id: string): KeptPicture | undefined => one.get(id),
    /** @returns the name that its content has */
    keep({ width, height, bytes }: KeptPicture): string {
      const id = createHash('sha256').update(bytes).digest('hex').slice(0, 40)
      put.run({ id, width, height, bytes, at: now() })
      return id
    },
  }
}
