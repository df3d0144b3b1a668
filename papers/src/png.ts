import { MM_PER_INCH } from '@eldrun/core/units';
import { Resvg } from '@resvg/resvg-js';
import { fontFiles } from './fonts.ts';

/** mm of a dot at 200 to the inch. */
const DOTS_PER_MM = 200 / MM_PER_INCH;

/**
 * A drawing as a picture for screens and messages, at 200 dots an inch of its paper.
 *
 * @param svg a file in mm
 */
export function pngOf(svg: string): Uint8Array {
  return new Resvg(svg, {
    // One user unit of the file is a mm.
    fitTo: { mode: 'zoom', value: DOTS_PER_MM / (96 / MM_PER_INCH) },
    font: {
      fontFiles: [fontFiles().normal],
      loadSystemFonts: false,
      defaultFontFamily: 'Roboto',
    },
  })
    .render()
    .asPng();
}
