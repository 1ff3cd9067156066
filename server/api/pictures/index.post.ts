import { answering } from '../../answering'
import { InputError } from '#core/schema'
import { changing } from '../../database'
import { plainJpeg } from '../../pictures/jpeg'
import { bodyOf } from '../../security/body'
import { refused } from '../../security/refusals'

/** Keeps a picture, without what else its file holds; the same picture has the same name. */
export default answering('POST /api/pictures', async (event) => {
  const { picture } = await bodyOf(event, 'POST /api/pictures')
  try {
    const plain = plainJpeg(Buffer.from(picture, 'base64'))
    const id = await changing(({ pictures }) => pictures.keep(plain))
    setResponseStatus(event, 201)
    return { id }
  } catch (error) {
    if (error instanceof InputError) throw refused(error.problems)
    throw error
  }
})
