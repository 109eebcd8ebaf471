/** What a photograph may be, and how large. */
export const accepted = ['image/jpeg', 'image/png', 'image/webp']
export const MOST_BYTES = 10 * 1024 * 1024
const LONGEST_SIDE = 1600

/** A file that is no photograph, in a sentence for the person who chose it. */
export class NoPicture extends Error {}

/**
 * Draws a photograph anew, upright and no larger than needed: what the camera wrote into the file, the place among it,
 * is left behind.
 * @throws NoPicture where it is of another kind, too large, or cannot be drawn.
 */
export async function shrink(file: Blob): Promise<Blob> {
  if (!accepted.includes(file.type))
    throw new NoPicture('This is no JPEG, PNG or WebP picture. Choose a photograph.')
  if (file.size > MOST_BYTES)
    throw new NoPicture('The picture is larger than 10 MB. Make it smaller, or take it again.')
  let bitmap: ImageBitmap
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' })
  } catch {
    throw new NoPicture('The picture cannot be read: it is damaged, or no picture at all. Take it again.')
  }
  const scale = Math.min(1, LONGEST_SIDE / Math.max(bitmap.width, bitmap.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(bitmap.width * scale))
  canvas.height = Math.max(1, Math.round(bitmap.height * scale))
  const context = canvas.getContext('2d')!
  context.fillStyle = 'white'
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) =>
        blob ? resolve(blob) : reject(new NoPicture('The picture cannot be drawn here. Make it smaller.')),
      'image/jpeg',
      0.85,
    ),
  )
}
