/** Stickers of ours, drawn for it, each in a square of 100 by 100: a colour and an outline after another. */
export const STICKERS = {
  sun: [
    [
      '#f4a91f',
      'M50 22A28 28 0 1 1 49.9 22ZM47 3h6v12h-6ZM47 85h6v12h-6ZM3 47h12v6H3ZM85 47h12v6H85ZM15 19l4-4 9 9-4 4ZM72 76l4-4 9 9-4 4ZM81 15l4 4-9 9-4-4ZM24 72l4 4-9 9-4-4Z',
    ],
    ['#14262e', 'M40 42a4 5 0 1 1-.1 0ZM60 42a4 5 0 1 1-.1 0ZM36 58c6 10 22 10 28 0l4 2c-8 14-28 14-36 0Z'],
  ],
  leaf: [
    ['#2f7d5b', 'M14 86C10 42 36 12 88 12C90 62 62 90 22 80Z'],
    ['#fffefb', 'M16 90L12 86C26 62 44 44 70 30L72 33C48 48 31 66 20 88Z'],
  ],
  heart: [['#d8452e', 'M50 90C18 66 6 48 10 30C14 12 38 8 50 28C62 8 86 12 90 30C94 48 82 66 50 90Z']],
  star: [['#f4a91f', 'M50 6L62 37L95 39L69 60L78 92L50 74L22 92L31 60L5 39L38 37Z']],
  fish: [
    ['#2b7bb0', 'M8 50C22 22 56 22 72 46L92 28V72L72 54C56 78 22 78 8 50Z'],
    ['#fffefb', 'M28 42a5 5 0 1 1-.1 0Z'],
  ],
  house: [
    ['#7a3b69', 'M8 50L50 12L92 50L84 56L50 26L16 56Z'],
    ['#d8452e', 'M20 56L50 30L80 56V90H60V66H40V90H20Z'],
  ],
  drop: [['#2b7bb0', 'M50 6C66 34 80 48 80 64A30 30 0 0 1 20 64C20 48 34 34 50 6Z']],
  boat: [
    ['#0f3a46', 'M10 66H90L78 86H24Z'],
    ['#f4a91f', 'M52 10L84 58H52Z'],
    ['#d8452e', 'M46 22V58H20Z'],
  ],
} as const satisfies Record<string, readonly (readonly [colour: string, outline: string])[]>;
export type StickerName = keyof typeof STICKERS;
export const STICKER_NAMES = Object.keys(STICKERS) as StickerName[];
/** Is it one of ours? Any other is a picture of the teacher's, by the id of its file. */
export const isOwnSticker = (sticker: string): sticker is StickerName => Object.hasOwn(STICKERS, sticker);
/** Outlines of the signs, in the same square. */
export const SIGN_OUTLINES = {
  tick: 'M12 54L24 42L42 60L78 16L90 28L44 84Z',
  cross: 'M22 12L50 40L78 12L88 22L60 50L88 78L78 88L50 60L22 88L12 78L40 50L12 22Z',
  ring: 'M50 6A44 44 0 1 1 49.9 6ZM50 16A34 34 0 1 0 50.1 16Z',
} as const;
