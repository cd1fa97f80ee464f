/** A photo as it is kept: no longer side than this, px. */
const LONGEST = 1600;
const LARGEST = 60_000_000;

/**
 * A photo drawn anew: upright as the camera meant it, no larger than it has to be, and without anything that the camera
 * wrote into the file (place, time, its own name).
 * @throws Error for a file that is too large or no picture
 */
export async function cleanPhoto(file: File): Promise<{ blob: Blob; width: number; height: number }> {
  if (file.size > LARGEST)
    throw new Error(
      `${file.name} has ${(file.size / 1e6).toFixed(0)} MB; up to ${LARGEST / 1e6} MB are read. Save it smaller.`,
    );
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new Error(`${file.name} is no picture that can be read; JPEG and PNG are.`);
  });
  const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const width = Math.max(1, Math.round(bitmap.width * scale));
  const height = Math.max(1, Math.round(bitmap.height * scale));
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return { blob: await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.86 }), width, height };
}
