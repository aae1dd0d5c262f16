import { DRAW_TEXTS } from "~/contract/messages/screens/draw";
import { fail, ok, type Result } from "~/core/units/result";

/** Wider than this no plan needs to be. */
const MAX_PX = 2400;
const MAX_BYTES = 60 * 1024 * 1024;

/**
 * A picture made so small as a plan needs it, whatever a camera gave: forty megapixels become four.
 * The file itself stays where it is.
 */
export async function smallerPicture(
  file: File,
): Promise<
  Result<
    { blob: Blob; widthPx: number; heightPx: number; note: string | null },
    { code: "picture"; what: string }
  >
> {
  if (file.size > MAX_BYTES)
    return fail({
      code: "picture",
      what: DRAW_TEXTS.isLargerThan60Mb(file.name),
    });
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    return fail({
      code: "picture",
      what: DRAW_TEXTS.cannotBeRead(file.name),
    });
  }
  const { width, height } = bitmap;
  const by = Math.min(1, MAX_PX / Math.max(width, height));
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [
    Math.max(1, Math.round(width * by)),
    Math.max(1, Math.round(height * by)),
  ];
  const pen = canvas.getContext("2d");
  pen?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const blob = await new Promise<Blob | null>((resolve) => {
    canvas.toBlob(resolve, "image/jpeg", 0.85);
  });
  if (!pen || !blob)
    return fail({
      code: "picture",
      what: DRAW_TEXTS.thisBrowserCouldNotMake,
    });
  return ok({
    blob,
    widthPx: canvas.width,
    heightPx: canvas.height,
    note:
      by < 1
        ? DRAW_TEXTS.madeSmallerFromToMegapixels(
            Math.round((width * height) / 1e6),
            Math.max(1, Math.round((canvas.width * canvas.height) / 1e6)),
          )
        : null,
  });
}
