import type { Language } from '@jolly/core';
import { directionOf } from '../words';
import { escaped } from './rich-text-html';

const CSS =
  'body{font:17px/1.6 Georgia,serif;max-width:44rem;margin:2rem auto;padding:0 1rem;color:#14262e;background:#fffefb}h1,h2{font-family:system-ui,sans-serif;line-height:1.2}.about{color:#3d525b;font:15px/1.5 system-ui,sans-serif}.why{border-inline-start:4px solid #f4a91f;background:#fff6e3;padding:.5rem 1rem}li{margin-block:1rem}a{color:#0f3a46}img{max-width:100%}table{border-collapse:collapse}td,th{border:1px solid #b9b5a8;padding:.3rem .6rem}article{break-inside:avoid}';

/** A page that opens in any browser without a server: everything it needs is in it or beside it. @param language of what is ours on it @param body HTML @param css its own, besides what all have */
export const htmlPage = (language: Language, title: string, body: string, css = ''): string =>
  `<!doctype html><html lang="${language}" dir="${directionOf(language)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(title)}</title><style>${CSS}${css}</style></head><body>${body}</body></html>`;
