import { mebibyte, sizeText } from '#core/units'
import { useNotices } from '~/stores/notices'

/** Most bytes of a file that is read at all. */
const usual = 8 * mebibyte

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
  tell(file.name, `has ${sizeText(file.size)}; up to ${sizeText(most)} are read`)
  return undefined
}
