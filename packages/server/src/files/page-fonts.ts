/** Fonts of pages that are printed, as files of packages that ship with us, each by the name it is asked for. */
export const PAGE_FONTS: Record<string, string> = {
  'regular.woff2': '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2',
  'bold.woff2': '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff2',
  'regular-ext.woff2': '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff2',
  'bold-ext.woff2': '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff2',
  'sans.ttf': 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf',
  'sans-bold.ttf': 'dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf',
  'fixed-bold.ttf': 'dejavu-fonts-ttf/ttf/DejaVuSansMono-Bold.ttf',
};

// What the first font lacks, Arabic and Greek and Cyrillic among it, comes from the second; Japanese and pictures of
// characters come from the system's Noto fonts.
const LATIN_EXT =
  'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF';
const FACES: readonly (readonly [family: string, weight: number, name: string, range: string])[] = [
  ['Page', 400, 'regular.woff2', ''],
  ['Page', 700, 'bold.woff2', ''],
  ['Page', 400, 'regular-ext.woff2', LATIN_EXT],
  ['Page', 700, 'bold-ext.woff2', LATIN_EXT],
  ['Wide', 400, 'sans.ttf', ''],
  ['Wide', 700, 'sans-bold.ttf', ''],
  ['Fixed', 700, 'fixed-bold.ttf', ''],
];

/** The families of a printed page, first to last; `Fixed` is for codes, in which each sign must be plain. */
export const PAGE_FAMILIES = 'Page,Wide,sans-serif';

/** From where a page has its fonts: the address of each by its name in PAGE_FONTS, and the source its policy allows. */
export interface FontSource {
  fontAt: (name: string) => string;
  policy: string;
}

/** For a page that this machine prints: the fonts' own files. */
export const FONT_FILES: FontSource = { fontAt: (name) => `file://${require.resolve(PAGE_FONTS[name]!)}`, policy: 'file:' };

/** The `@font-face` rules of a page. */
export const fontFaces = ({ fontAt }: Pick<FontSource, 'fontAt'>): string =>
  FACES.map(
    ([family, weight, name, range]) =>
      `@font-face{font-family:${family};font-weight:${weight};src:url("${fontAt(name)}")${range ? `;unicode-range:${range}` : ''}}`,
  ).join('');

/** The policy of a page in which nothing runs and which asks for nothing but its fonts, and for pictures that are in it. */
export const pagePolicy = (fonts: Pick<FontSource, 'policy'> | null, { pictures = false } = {}): string =>
  `<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'${fonts ? `; font-src ${fonts.policy}` : ''}${pictures ? '; img-src data:' : ''}">`;
