import { pixelsIn } from './reduce-photo';

const bytes = (...parts: (number | number[] | string)[]) =>
  new Uint8Array(parts.flatMap((part) => (typeof part === 'string' ? [...part].map((letter) => letter.charCodeAt(0)) : part)));
const two = (n: number) => [n >> 8, n & 255];
const four = (n: number) => [n >>> 24, (n >> 16) & 255, (n >> 8) & 255, n & 255];
const JPEG = [0xff, 0xd8];
/** A part of a JPEG: its marker, its length with the two bytes of that, and what is in it. */
const part = (marker: number, inside: number[]) => [0xff, marker, ...two(inside.length + 2), ...inside];
const frame = (height: number, width: number) => [8, ...two(height), ...two(width), 3, ...Array<number>(9).fill(0)];

it.each<[string, Uint8Array, number | null]>([
  ['a PNG', bytes([0x89], 'PNG\r\n', 0x1a, '\n', four(13), 'IHDR', four(20_000), four(15_000), 8), 300_000_000],
  ['a JPEG', bytes(JPEG, part(0xc0, frame(3000, 4000))), 12_000_000],
  [
    'a JPEG after what the camera says of itself, and tables',
    bytes(JPEG, part(0xe1, Array<number>(500).fill(1)), part(0xc4, [1, 2]), part(0xc2, frame(1000, 2000))),
    2_000_000,
  ],
  ['a JPEG whose frame is further on than was read', bytes(JPEG, part(0xe1, Array<number>(50).fill(1))), null],
  ['a JPEG with rubbish in it', bytes(JPEG, 0, 1, 2, Array<number>(20).fill(7)), null],
  ['something else', bytes('GIF89a and so on and on and on'), null],
  ['nothing', bytes(), null],
])('reads how many pixels from the head of %s', (_case, head, expected) => expect(pixelsIn(head)).toBe(expected));
