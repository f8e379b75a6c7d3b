/** Makes a photograph small enough to send: JPEG, at most 1600 px on its longer side. */
const longest = 1600

export async function smaller(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file)
  const scale = Math.min(1, longest / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(picture.width * scale)
  canvas.height = Math.round(picture.height * scale)
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height)
  picture.close()
  return new Promise((done, fail) =>
    canvas.toBlob(
      (b) => (b ? done(b) : fail(new Error('This picture cannot be read. Take a JPEG or PNG.'))),
      'image/jpeg',
      0.82,
    ),
  )
}
