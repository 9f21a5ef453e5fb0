import pdfmake from 'pdfmake';

const font = (name: string) => require.resolve(`dejavu-fonts-ttf/ttf/${name}.ttf`);
const FONTS = {
  Sans: {
    normal: font('DejaVuSans'),
    bold: font('DejaVuSans-Bold'),
    italics: font('DejaVuSans-Oblique'),
    bolditalics: font('DejaVuSans-BoldOblique'),
  },
  Mono: { normal: font('DejaVuSansMono'), bold: font('DejaVuSansMono-Bold') },
};
pdfmake.setFonts(FONTS);
// Nothing but the fonts we ship is ever read for a document, from disk or from anywhere else.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => Object.values(FONTS).some((one) => Object.values(one).includes(path)));

// The layout sets words from left to right. What is written from right to left must not come apart into words:
// as one run the font's own rules put it in order.
const RIGHT_TO_LEFT = /^[^\p{L}]*[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/u;
export const inReadingOrder = (text: string): string => (RIGHT_TO_LEFT.test(text) ? text.replace(/ /g, '\u00a0') : text);

export { pdfmake };
