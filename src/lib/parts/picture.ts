/** Light lines are seen on a dark ground, everything else on paper. */
const PAPER = '#ffffff';
const BOARD = '#26312c';

/**
 * What a picture with transparent parts is laid on so that its lines can be seen.
 * @param pixels red, green, blue and opacity of each pixel, 0 to 255
 */
export function groundFor(pixels: ArrayLike<number>): string {
  let light = 0;
  let covered = 0;
  for (let at = 0; at < pixels.length; at += 4) {
    const opacity = pixels[at + 3] / 255;
    // Luma of ITU-R BT.601.
    light += opacity * (0.299 * pixels[at] + 0.587 * pixels[at + 1] + 0.114 * pixels[at + 2]);
    covered += opacity;
  }
  return covered > 0 && light / covered > 190 ? BOARD : PAPER;
}
