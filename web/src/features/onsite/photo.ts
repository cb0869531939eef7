const MOST_PX = 1600;

/** A picture as it is kept on this device and sent: no larger than anybody looks at it, and without where it was taken. */
export async function smaller(file: Blob): Promise<Blob> {
  const bitmap = await createImageBitmap(file);
  const scale = Math.min(1, MOST_PX / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.round(bitmap.width * scale);
  canvas.height = Math.round(bitmap.height * scale);
  canvas.getContext("2d")!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return new Promise((done, failed) => canvas.toBlob((made) => (made ? done(made) : failed(new Error("no picture"))), "image/jpeg", 0.82));
}
