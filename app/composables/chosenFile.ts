import { useNotices } from '~/stores/notices'

/** Most bytes of a file that is read at all. */
const usual = 8 * 1024 * 1024

const size = (bytes: number) => (bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1048576).toFixed(1)} MB`)

/**
 * The file that was chosen in a field, which then takes the same file again; one that is too large is told of, and not read.
 * @param tell where it is told of, by its name; as a notice when missing
 */
export function chosenFile(
  event: Event,
  most = usual,
  tell = (file: string, why: string) => useNotices().complain(`${file} ${why}`),
): File | undefined {
  const field = event.target as HTMLInputElement
  const [file] = field.files ?? []
  field.value = ''
  if (!file || file.size <= most) return file
  tell(file.name, `has ${size(file.size)}; up to ${size(most)} are read`)
  return undefined
}
