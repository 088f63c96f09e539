import { createJimp } from '@jimp/core';
import jpeg from '@jimp/js-jpeg';
import png from '@jimp/js-png';
import { methods as resize } from '@jimp/plugin-resize';
import type { Result } from '@violet-jaw/core/solid';

const Pictures = createJimp({ formats: [jpeg, png], plugins: [resize] });

/** A tablet takes 12; more are read by nobody here. */
const MOST_MEGAPIXELS = 50;
/** Long side of what is kept, pixels: a page of A4 across at 190 to the inch. */
const LONG_SIDE = 1600;
const QUALITY = 82;

/** A photo as it is kept: JPEG, upright, without what else stood in the file. */
export interface PhotoMade {
  readonly jpeg: Uint8Array;
  readonly width: number;
  readonly height: number;
}

const startsWith = (bytes: Uint8Array, ...head: number[]): boolean => head.every((b, i) => bytes[i] === b);

/** What a file is by its first bytes, and what speaks against reading it. */
function problemOf(bytes: Uint8Array): string | null {
  if (startsWith(bytes, 0xff, 0xd8, 0xff)) return null;
  if (!startsWith(bytes, 0x89, 0x50, 0x4e, 0x47) || bytes.length < 24)
    return 'It is neither a JPEG nor a PNG. Take the photo again, or save it as JPEG.';
  // a PNG says how large it will be: width and height stand at byte 16 (PNG specification, IHDR)
  const head = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const megapixels = (head.getUint32(16) * head.getUint32(20)) / 1e6;
  return megapixels > MOST_MEGAPIXELS
    ? `It has ${Math.round(megapixels)} megapixels, and ${MOST_MEGAPIXELS} is the most. Save it smaller.`
    : null;
}

/**
 * A photo turned upright (Exif), made as large as a sheet needs it and written anew as JPEG: place, time and device
 * that stood in the file are gone, and what else could be hidden in it.
 */
export async function photo({ bytes }: { readonly bytes: Uint8Array }): Promise<Result<PhotoMade>> {
  const problem = problemOf(bytes);
  if (problem) return { ok: false, problem };
  try {
    const read = await Pictures.fromBuffer(Buffer.from(bytes), {
      'image/jpeg': { maxResolutionInMP: MOST_MEGAPIXELS, maxMemoryUsageInMB: 1000 },
    });
    // glass in a picture that is see-through would come out black
    const image = new Pictures({ width: read.bitmap.width, height: read.bitmap.height, color: 0xffffffff });
    onPaper(read.bitmap.data, image.bitmap.data);
    const long = Math.max(read.bitmap.width, read.bitmap.height);
    if (long > LONG_SIDE) image.resize(read.bitmap.width >= read.bitmap.height ? { w: LONG_SIDE } : { h: LONG_SIDE });
    const jpegBytes = await image.getBuffer('image/jpeg', { quality: QUALITY });
    return { ok: true, value: { jpeg: jpegBytes, width: image.bitmap.width, height: image.bitmap.height } };
  } catch (error) {
    const says = error instanceof Error ? error.message : String(error);
    return {
      ok: false,
      problem: /resolution|memory/i.test(says)
        ? `It has more than ${MOST_MEGAPIXELS} megapixels. Save it smaller.`
        : 'It cannot be read as a picture: the file may be damaged or cut off. Take the photo again.',
    };
  }
}

/** Lays a picture on white. RGBA, 8 bits each. */
function onPaper(from: Uint8Array, to: Uint8Array): void {
  for (let i = 0; i < from.length; i += 4) {
    const alpha = from[i + 3] / 255;
    for (let c = 0; c < 3; c++) to[i + c] = Math.round(from[i + c] * alpha + 255 * (1 - alpha));
    to[i + 3] = 255;
  }
}
