/**
 * A picture made small enough to send from a phone; one that can't be read here goes as it is, and the server says
 * why.
 */
export async function shrunk(file: File, longest = 2000): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
    const share = Math.min(1, longest / Math.max(picture.width, picture.height))
    const canvas = document.createElement('canvas')
    canvas.width = Math.max(1, Math.round(picture.width * share))
    canvas.height = Math.max(1, Math.round(picture.height * share))
    canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
    return await new Promise<Blob>((done) => canvas.toBlob((blob) => done(blob ?? file), 'image/jpeg', 0.86))
  } catch {
    return file
  }
}
