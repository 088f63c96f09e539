import fc from 'fast-check';
import jsQR from 'jsqr';
import { qrCode } from '.';

/** Draws the path as pixels, as paper would show it. */
function pixels({ size, path }: ReturnType<typeof qrCode>, scale = 4): Uint8ClampedArray {
  const side = size * scale;
  const data = new Uint8ClampedArray(side * side * 4).fill(255);
  for (const [, x, y, w] of path.matchAll(/M(\d+) (\d+)h(\d+)v1/g)) {
    for (let row = Number(y) * scale; row < (Number(y) + 1) * scale; row++) {
      for (let column = Number(x) * scale; column < (Number(x) + Number(w)) * scale; column++)
        data.set([0, 0, 0], (row * side + column) * 4);
    }
  }
  return data;
}

// an independent reader of ISO/IEC 18004 codes
test('a reader of QR codes reads the address back', () => {
  fc.assert(
    fc.property(
      fc.webUrl({ withQueryParameters: true }).filter((u) => u.length < 200),
      (url) => {
        const code = qrCode(url);
        return jsQR(pixels(code), code.size * 4, code.size * 4)?.data === url;
      },
    ),
    { numRuns: 25 },
  );
});

test('four modules around it stay white', () => {
  const { size, path } = qrCode('http://127.0.0.1:4680/run/a/A');
  for (const [, x, y, w] of path.matchAll(/M(\d+) (\d+)h(\d+)v1/g)) {
    expect(Math.min(Number(x), Number(y))).toBeGreaterThanOrEqual(4);
    expect(Math.max(Number(x) + Number(w), Number(y) + 1)).toBeLessThanOrEqual(size - 4);
  }
});
