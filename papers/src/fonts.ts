import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/** The files of the font of papers and pictures; it comes with the package that sets them (Apache License 2.0). */
export function fontFiles(): Record<'normal' | 'bold' | 'italics' | 'bolditalics', string> {
  const folder = join(
    dirname(createRequire(import.meta.url).resolve('pdfmake/package.json')),
    'fonts',
    'Roboto',
  );
  const file = (name: string): string => join(folder, `Roboto-${name}.ttf`);
  return {
    normal: file('Regular'),
    bold: file('Medium'),
    italics: file('Italic'),
    bolditalics: file('MediumItalic'),
  };
}
