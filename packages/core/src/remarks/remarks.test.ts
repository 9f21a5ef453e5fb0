import { textOf } from '../richtext';
import { fillRemark, fillRichRemark, findRemarks } from '.';

it('fills in the first name wherever it stands, in rich text too', () => {
  expect(fillRemark('{name}, look again. {name}!', { givenName: 'Bao' })).toBe('Bao, look again. Bao!');
  expect(fillRichRemark(textOf('Well seen, {name}.\nGo on.'), { givenName: '$&' })).toEqual(textOf('Well seen, $&.\nGo on.'));
});

const remark = (text: string, uses = 0, criterion = '', folder = '') => ({ text, uses, criterion, folder, aim: '' });
const all = [
  remark('Name it: this is a point bar.', 6, 'Terms'),
  remark('Label both axes.', 9, '', 'Graphs'),
  remark('Say how you measured.', 2, 'Observation'),
  remark('A label is missing.', 1),
];

it.each([
  ['nothing typed: the most used first', '', '', [1, 0, 2, 3]],
  ['what begins so comes first', 'label', '', [1, 3]],
  ['every word counts, in any part', 'graphs axes', '', [1]],
  ['without regard to accents and case', 'MÉASURED', '', [2]],
  ['those for the criterion at hand first', '', 'observation', [2, 1, 0, 3]],
  ['nothing that fits', 'zebra', '', []],
])('%s', (_case, typed, criterion, expected) => expect(findRemarks(all, typed, criterion)).toEqual(expected.map((index) => all[index])));
