import { readCells } from './read-cells';

it('reads a cell of several lines as one cell, as spreadsheets quote it', async () => {
  expect(await readCells('12\t"Clear.\nLabel ""both"" axes."\r\n14\t\r\n')).toEqual({
    rows: [
      ['12', 'Clear.\nLabel "both" axes.'],
      ['14', ''],
    ],
    badQuotes: false,
  });
});

it('keeps a quotation mark that stands in the words', async () => {
  expect(await readCells('12\t"Nice" work\n\n14\tthe "outer" bank')).toEqual({
    rows: [['12', '"Nice" work'], [''], ['14', 'the "outer" bank']],
    badQuotes: false,
  });
});

it('takes each line for a row where a quotation mark does not close, and says so', async () => {
  expect(await readCells('12\t"Nice" work\n14\t"Good')).toEqual({
    rows: [
      ['12', '"Nice" work'],
      ['14', '"Good'],
    ],
    badQuotes: true,
  });
});
