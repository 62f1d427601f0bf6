/** A photograph of a telephone is larger than anything here needs: it is made smaller before it is sent. */
import { base64Of } from '../ui/saving/base64'

const LONGEST = 1200
const KIND = 'image/jpeg'

/** A picture as base64, no side longer than it needs to be; as it is where this browser cannot open it. */
export async function smallPicture(file: File): Promise<string> {
  const smaller = await scaled(file).catch(() => null)
  return base64Of(new Uint8Array(await (smaller ?? file).arrayBuffer()))
}

async function scaled(file: File): Promise<Blob | null> {
  const picture = await createImageBitmap(file)
  const { width, height } = sizeWithin(picture.width, picture.height, LONGEST)
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  const pen = canvas.getContext('2d', { alpha: false })
  if (!pen) return null
  pen.drawImage(picture, 0, 0, width, height)
  picture.close()
  return new Promise((done) => canvas.toBlob(done, KIND, 0.9))
}

/** A size in the same proportion, no side longer than `longest` and none under 1. */
export function sizeWithin(width: number, height: number, longest: number) {
  const scale = Math.min(1, longest / Math.max(width, height))
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) }
}
