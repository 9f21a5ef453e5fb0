import { readLink } from '.';

it.each([
  ['', null],
  ['tern.example/map', { href: 'https://tern.example/map' }],
  ['http://tern.example', { href: 'http://tern.example' }],
  ['HTTPS://tern.example', { href: 'HTTPS://tern.example' }],
  ['tern.example:8080/map', { href: 'https://tern.example:8080/map' }],
  ['javascript:alert(1)', { problem: 'scheme' }],
  ['JavaScript:alert(1)', { problem: 'scheme' }],
  ['data:text/html,x', { problem: 'scheme' }],
  ['file:///etc/passwd', { problem: 'scheme' }],
  ['mailto:odile@tern.example', { problem: 'scheme' }],
  ['tern', { problem: 'notAnAddress' }],
  ['two words.example', { problem: 'notAnAddress' }],
  ['https://', { problem: 'notAnAddress' }],
])('%j', (typed, expected) => expect(readLink(typed)).toEqual(expected));

it('takes addresses of mail where they may stand', () => {
  expect(readLink('mailto:odile@tern.example', { mail: true })).toEqual({ href: 'mailto:odile@tern.example' });
  expect(readLink('mailto:odile', { mail: true })).toEqual({ problem: 'notAnAddress' });
});
