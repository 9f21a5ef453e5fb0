import { toString as qrCode } from 'qrcode';
import { FONT_FILES, fontFaces, PAGE_FAMILIES, pagePolicy } from '../../files/page-fonts';
import { escaped } from '../../files/rich-text-html';
import { directionOf, say, spokenLanguage, wordsIn } from '../../words';
import { fullName } from '../accounts/person';
import type { Card } from '../accounts/sign-in.service';

const CARDS_A_SHEET = 10;

const STYLE = `
@page{size:A4;margin:9mm 8mm}
*{box-sizing:border-box}
body{margin:0;font:9pt/1.3 ${PAGE_FAMILIES};color:#14262e;font-variant-ligatures:none}
.sheet{display:grid;grid-template-columns:1fr 1fr;grid-auto-rows:55mm;break-after:page;border-top:.5pt dashed #88958f;border-left:.5pt dashed #88958f}
.sheet:last-child{break-after:auto}
.card{display:flex;gap:4mm;padding:5mm;overflow:hidden;border-right:.5pt dashed #88958f;border-bottom:.5pt dashed #88958f}
.card>div{flex:1;min-width:0;overflow-wrap:anywhere}
svg{flex:none;width:39mm;height:39mm}
p{margin:0;unicode-bidi:plaintext;text-align:start}
.small{font-size:8pt;color:#3d525b}
.name{font-weight:700;font-size:14pt;line-height:1.15;margin:1mm 0}
.long{font-size:10.5pt}.longer{font-size:8.5pt}
dl{margin:0}dt{font-size:8pt;color:#3d525b;margin-top:1.5mm}
dd{margin:0;font:700 10.5pt/1.15 Fixed,monospace}dd.long{font-size:8pt}
.how{margin-top:2mm}`;

const long = (text: string, from: number): string => (text.length > from * 2 ? ' longer' : text.length > from ? ' long' : '');

/** What the QR code of a card opens: our own page with user name and code behind the #, which no server log sees. */
export const cardAddress = (address: string, { userName, code }: Pick<Card, 'userName' | 'code'>): string =>
  `${address}/card#${encodeURIComponent(userName)}/${code.replace(/-/g, '')}`;

async function cardHtml(card: Card, { label, address }: { label: string; address: string }): Promise<string> {
  const name = fullName(card);
  const { paper } = wordsIn(spokenLanguage());
  const qr = await qrCode(cardAddress(address, card), { type: 'svg', margin: 0, errorCorrectionLevel: 'M' });
  const fact = (word: string, value: string) => `<dt>${word}</dt><dd class="${long(value, 16)}">${escaped(value)}</dd>`;
  return `<div class="card"><div><p class="small">${escaped(label)}</p><p class="name${long(name, 22)}">${escaped(name)}</p><dl>${fact(paper.userName, card.userName)}${fact(paper.code, card.code)}</dl><p class="small how">${paper.scan}<br>${escaped(address.replace(/^https?:\/\//, ''))}/card</p></div>${qr}</div>`;
}

/** Sign-in cards as a page to print, on sheets of A4 to be cut apart, ten a sheet, in the language of who prints them. */
export async function cardsPage(cards: readonly Card[], of: { label: string; address: string }): Promise<string> {
  const made = await Promise.all(cards.map((card) => cardHtml(card, of)));
  const sheets = Array.from(
    { length: Math.ceil(made.length / CARDS_A_SHEET) },
    (_, index) => `<div class="sheet">${made.slice(index * CARDS_A_SHEET, (index + 1) * CARDS_A_SHEET).join('')}</div>`,
  );
  const language = spokenLanguage();
  const title = escaped(say(wordsIn(language).paper.cards, of));
  return `<!doctype html><html lang="${language}" dir="${directionOf(language)}"><head><meta charset="utf-8">${pagePolicy(FONT_FILES)}<title>${title}</title><style>${fontFaces(FONT_FILES)}${STYLE}</style></head><body>${sheets.join('')}</body></html>`;
}
