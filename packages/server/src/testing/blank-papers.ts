import { degrees, PDFDocument } from 'pdf-lib';

/** A PDF worksheet with a form: a line for a name, a box to tick and a choice of two; its second page lies on its side. */
export async function worksheetPdf(): Promise<Buffer> {
  const doc = await PDFDocument.create({ updateMetadata: false });
  const [first, second] = [doc.addPage([600, 800]), doc.addPage([800, 600])];
  first.drawText('Name the parts of the leaf.', { x: 60, y: 740, size: 18 });
  second.drawText('What does the leaf need light for?', { x: 60, y: 540, size: 18 });
  second.setRotation(degrees(90));
  const form = doc.getForm();
  const name = form.createTextField('Name');
  name.setText('write here');
  name.addToPage(first, { x: 60, y: 680, width: 200, height: 24 });
  form.createCheckBox('Done').addToPage(first, { x: 300, y: 680, width: 20, height: 20 });
  const side = form.createRadioGroup('Side');
  side.addOptionToPage('upper', first, { x: 60, y: 640, width: 16, height: 16 });
  side.addOptionToPage('lower', first, { x: 120, y: 640, width: 16, height: 16 });
  return Buffer.from(await doc.save());
}
