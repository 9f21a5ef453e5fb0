import PDFDocument from 'pdfkit';
import { PNG } from 'pngjs';
import { buffer } from 'node:stream/consumers';
import type { Chance } from './chance';

/** A drawn landscape as a PNG: sky, hills and a river whose course depends on chance. About 20 kB. */
export function landscape(chance: Chance): Buffer {
  const [width, height] = [640, 420];
  const png = new PNG({ width, height });
  const [waveA, waveB, bend, hue] = [chance.next() * 6, chance.next() * 6, 40 + chance.next() * 70, chance.between(0, 40)];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const hill = 150 + 34 * Math.sin(x / 90 + waveA) + 14 * Math.sin(x / 31 + waveB);
      const course = width / 2 + bend * Math.sin((y - hill) / 46 + waveA) * ((y - 120) / 200);
      const half = 6 + ((y - 140) / 280) * 46;
      let colour: [number, number, number];
      if (y < hill) colour = [190 + hue, 216 - y / 12, 226 - y / 20];
      else if (Math.abs(x - course) < half) colour = [70, 132 + ((x + y) % 17), 160];
      else if (Math.abs(x - course) < half + 9) colour = [214, 196, 152];
      else colour = [112 + hue + (y % 23), 138 + hue / 2, 92];
      const at = (y * width + x) * 4;
      png.data.set([...colour, 255], at);
    }
  }
  return PNG.sync.write(png, { deflateLevel: 9 });
}

/** A two-page report as a PDF, with a picture on the second page. */
export async function report(title: string, sentences: readonly string[], chance: Chance, writtenAt: number): Promise<Buffer> {
  const pdf = new PDFDocument({ size: 'A5', margin: 44, info: { Title: title, CreationDate: new Date(writtenAt) } });
  const whole = buffer(pdf);
  pdf.fontSize(19).text(title).moveDown();
  pdf.fontSize(11.5).text(sentences.join(' '), { lineGap: 4 });
  pdf.addPage().image(landscape(chance), { width: 330 }).moveDown();
  pdf.fontSize(10).text('Taken from the footbridge, looking upstream.');
  pdf.end();
  return whole;
}

/** A table of measurements as CSV. */
export function measurements(chance: Chance): Buffer {
  const rows = Array.from({ length: 8 }, (_, i) => `${i + 1},${chance.between(11, 26)}.${chance.between(0, 9)},10`);
  return Buffer.from(['station,seconds,metres', ...rows, ''].join('\r\n'));
}
