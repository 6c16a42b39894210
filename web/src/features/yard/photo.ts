/** Photos, shrunk on the device before they are kept. */

// The longer side of a photo, in dots, and how well it is kept.
const LONGEST = 1600;
const QUALITY = 0.8;

/** A picture no larger than is kept; none where the file is no picture. */
export async function shrunk(file: Blob): Promise<Blob | null> {
  try {
    const whole = await createImageBitmap(file);
    const small = [whole.width, whole.height].every((side) => side <= LONGEST);
    const side = whole.width >= whole.height ? { resizeWidth: LONGEST } : { resizeHeight: LONGEST };
    const picture = small ? whole : await createImageBitmap(whole, { ...side, resizeQuality: "high" });
    const canvas = document.createElement("canvas");
    canvas.width = picture.width;
    canvas.height = picture.height;
    canvas.getContext("2d")?.drawImage(picture, 0, 0);
    return await new Promise((resolve) => {
      canvas.toBlob(resolve, "image/jpeg", QUALITY);
    });
  } catch {
    return null;
  }
}
