/** Longest side sent, px; quality of the JPEG. */
const LONGEST = 2000;
const QUALITY = 0.82;
/** More than any phone takes. */
const MOST_BYTES = 60_000_000;

/**
 * A picture as it is sent: no larger than the record keeps it, so that a shop's wireless is not held up by a phone's twelve
 * megapixels.
 * @throws with a sentence for the page where it cannot be read
 */
export async function smaller(file: File): Promise<Blob> {
  if (file.size > MOST_BYTES) throw new Error('The picture is larger than 60 MB: take a smaller one.');
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    throw new Error('This file is no picture this device can read: use a JPEG, PNG or WebP.');
  }
  const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  const context = canvas.getContext('2d')!;
  // What is seen through in a drawing is paper.
  context.fillStyle = '#fff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY));
  if (!blob) throw new Error('The picture could not be made smaller: take it again.');
  return blob;
}
