import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { toString as qrCode } from 'qrcode';
import { inReadingOrder, pdfmake } from '../../files/pdf';
import type { Card } from '../accounts/sign-in.service';
import { fullName } from '../accounts/accounts.service';

const CARDS_A_ROW = 2;
const CARDS_A_PAGE = 10;
const CARD_HEIGHT = 130;
const QR_SIZE = 112;
const MOST_LETTERS = 24;

const sizeOf = (text: string) => (text.length > 34 ? 10 : text.length > 22 ? 12 : 15);

/** What the QR code of a card opens: our own page with user name and code behind the #, which no server log sees. */
export const cardAddress = (address: string, { userName, code }: Pick<Card, 'userName' | 'code'>): string =>
  `${address}/card#${encodeURIComponent(userName)}/${code.replace(/-/g, '')}`;

async function cardContent(card: Card, { label, address }: { label: string; address: string }): Promise<Content> {
  const name = fullName(card);
  const line = (word: string, value: string): Content => [
    { text: word, fontSize: 7.5, color: '#566970', margin: [0, 6, 0, 0] },
    // A long user name goes on in the next line at once: it has no words to part at.
    {
      text: value.length > MOST_LETTERS ? value.match(new RegExp(`.{1,${MOST_LETTERS}}`, 'g'))!.join('\n') : value,
      font: 'Mono',
      bold: true,
      fontSize: value.length > 16 ? 8 : 10,
    },
  ];
  return {
    columns: [
      {
        width: '*',
        stack: [
          { text: label, fontSize: 8, color: '#566970' },
          { text: inReadingOrder(name), bold: true, fontSize: sizeOf(name), margin: [0, 3, 0, 0] },
          line('User name', card.userName),
          line('Code', card.code),
          {
            text: `Scan, or type both at\n${address.replace(/^https?:\/\//, '')}/card`,
            fontSize: 7.5,
            color: '#566970',
            margin: [0, 8, 0, 0],
          },
        ],
      },
      {
        svg: await qrCode(cardAddress(address, card), { type: 'svg', margin: 0, errorCorrectionLevel: 'M' }),
        width: QR_SIZE,
        margin: [0, 4, 0, 0],
      },
    ],
    columnGap: 8,
  };
}

/** Sign-in cards on sheets of A4 to be cut apart, ten a sheet. */
export async function cardsPdf(cards: readonly Card[], of: { label: string; address: string }): Promise<Buffer> {
  const rows: Content[][] = [];
  for (let index = 0; index < cards.length; index += CARDS_A_ROW) {
    const row = await Promise.all(cards.slice(index, index + CARDS_A_ROW).map((card) => cardContent(card, of)));
    while (row.length < CARDS_A_ROW) row.push({ text: '' });
    rows.push(row);
  }
  const tables: Content[] = [];
  const rowsAPage = CARDS_A_PAGE / CARDS_A_ROW;
  for (let index = 0; index < rows.length; index += rowsAPage) {
    const body = rows.slice(index, index + rowsAPage);
    tables.push({
      ...(index > 0 ? { pageBreak: 'before' as const } : {}),
      table: { widths: ['50%', '50%'], heights: body.map(() => CARD_HEIGHT), dontBreakRows: true, body: body as never },
      layout: {
        hLineWidth: () => 0.5,
        vLineWidth: () => 0.5,
        hLineColor: () => '#88958f',
        vLineColor: () => '#88958f',
        hLineStyle: () => ({ dash: { length: 3, space: 3 } }),
        vLineStyle: () => ({ dash: { length: 3, space: 3 } }),
        paddingLeft: () => 14,
        paddingRight: () => 14,
        paddingTop: () => 12,
        paddingBottom: () => 8,
      },
    });
  }
  const document: TDocumentDefinitions = {
    pageSize: 'A4',
    pageMargins: [22, 26, 22, 26],
    info: { title: `Sign-in cards ${of.label}`, creator: 'Jolly Compass' },
    defaultStyle: { font: 'Sans', fontSize: 9 },
    content: tables,
  };
  return pdfmake.createPdf(document).getBuffer();
}
