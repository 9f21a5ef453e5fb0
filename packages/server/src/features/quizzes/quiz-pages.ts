import {
  askedIn,
  askedQuestion,
  drawnQuestions,
  keyWords,
  trySeed,
  unmilli,
  writtenPoints,
  type AskedQuestion,
  type Entry,
  type Language,
  type Question,
  type Quiz,
} from '@jolly/core';
import katex from 'katex';
import { FONT_FILES, fontFaces, PAGE_FAMILIES, pagePolicy } from '../../files/page-fonts';
import { escaped, richTextHtml, type MoreThanWords } from '../../files/rich-text-html';
import { directionOf, say, spokenLanguage, wordsIn, type Words } from '../../words';

/** A quiz on paper, in a language that was chosen or that of who prints it: as students get it, in one or several orders, and its key on a page of its own. */

type PaperWords = Words['paper'];

const STYLE = `
@page{size:A4;margin:18mm 17mm 16mm}
*{box-sizing:border-box}
body{margin:0;font:11pt/1.45 ${PAGE_FAMILIES};color:#14262e;overflow-wrap:anywhere}
section{break-after:page}section:last-child{break-after:auto}
h1{font-size:17pt;line-height:1.2;margin:0 0 2pt}
p{margin:0 0 3pt;unicode-bidi:plaintext;text-align:start}
.top{display:flex;gap:10mm;margin:6pt 0 12pt;border-bottom:1pt solid #14262e;padding-bottom:8pt}
.top span{flex:1}.line{display:inline-block;border-bottom:.7pt solid #14262e;min-width:34mm;height:1em}
.q{display:grid;grid-template-columns:9mm 1fr auto;gap:0 3mm;break-inside:avoid;margin-bottom:11pt}
.n{font-weight:700}.p{color:#3d525b;white-space:nowrap}
ol.o,ul.o{list-style:none;margin:3pt 0 0;padding:0}ol.o li,ul.o li{display:flex;gap:3mm;margin:2pt 0;align-items:baseline}
.box{width:4mm;height:4mm;border:.7pt solid #14262e;flex:none;transform:translateY(.7mm)}.round{border-radius:50%}
.two{display:grid;grid-template-columns:1fr 1fr;gap:0 8mm}
.write div{border-bottom:.5pt solid #88958f;height:8mm}
img{max-width:100%;max-height:80mm}
table{border-collapse:collapse}td,th{border:.5pt solid #88958f;padding:2pt 6pt}
.key td:first-child{font-weight:700}`;

const line = (mm: number) => `<span class="line" style="min-width:${mm}mm"></span>`;
const letter = (index: number) => (index < 26 ? String.fromCharCode(65 + index) : String(index + 1));
/** A line to write on for each point, at least three, at most fourteen. */
const lines = (points: number) =>
  `<div class="write">${'<div></div>'.repeat(Math.min(14, Math.max(3, Math.round(unmilli(points) * 1.5))))}</div>`;

function shows(pictures: ReadonlyMap<string, string>): MoreThanWords {
  return {
    image: (fileId, alt) =>
      pictures.has(fileId) ? `<p><img src="${pictures.get(fileId)!}" alt="${escaped(alt)}"></p>` : `<p>[${escaped(alt)}]</p>`,
    formula: (latex, block) =>
      katex.renderToString(latex, { output: 'mathml', displayMode: block, throwOnError: false, trust: false, maxExpand: 200, maxSize: 20 }),
    gap: () => line(28),
  };
}

function place(asked: AskedQuestion, more: MoreThanWords, paper: PaperWords): string {
  const words = (entry: Entry) => richTextHtml(entry.text, { ...more, gap: () => '___' });
  switch (asked.kind) {
    case 'one':
    case 'several':
      return `<ol class="o">${asked.entries.map((one, index) => `<li><span class="box${asked.kind === 'one' ? ' round' : ''}"></span><b>${letter(index)}</b><div>${words(one)}</div></li>`).join('')}</ol>`;
    case 'trueFalse':
      return `<ul class="o"><li><span class="box round"></span>${paper.true}</li><li><span class="box round"></span>${paper.false}</li></ul>`;
    case 'short':
      return `<p>${line(80)}</p>`;
    case 'number':
      return `<p>${line(34)} ${escaped(asked.unit)}</p>`;
    case 'match':
      return `<div class="two"><ul class="o">${asked.entries.map((one) => `<li>${line(8)}<div>${words(one)}</div></li>`).join('')}</ul><ol class="o">${asked.partners.map((one, index) => `<li><b>${letter(index)}</b><div>${words(one)}</div></li>`).join('')}</ol></div>`;
    case 'order':
      return `<ul class="o">${asked.entries.map((one) => `<li>${line(8)}<div>${words(one)}</div></li>`).join('')}</ul>`;
    case 'place':
      return asked.picture ? more.image!(asked.picture.id, asked.picture.alt) : '';
    case 'own':
      return lines(asked.points);
    case 'drawing':
      return '<div style="height:70mm;border:.5pt solid #88958f"></div>';
    case 'file':
    case 'recording':
      return `<p class="p">${paper.apart}</p>`;
    case 'gaps':
      return '';
  }
}

/** The key of a question as it stands on one order of the paper: the letters there, or the words. */
function keyOn(question: Question, asked: AskedQuestion, paper: PaperWords): string {
  switch (question.kind) {
    case 'one':
    case 'several':
      return asked.entries.flatMap((one, index) => (question.key.includes(one.id) ? [letter(index)] : [])).join(', ');
    case 'match':
      return asked.entries
        .map((one) => letter(asked.partners.findIndex((other) => question.pairs.some(([l, r]) => l === one.id && r === other.id))))
        .join(', ');
    case 'order':
      return asked.entries.map((one) => question.items.findIndex((item) => item.id === one.id) + 1).join(', ');
    case 'place':
      return paper.onPicture;
    case 'trueFalse':
      return question.key[0] === 'true' ? paper.true : paper.false;
    default:
      return keyWords(question).join('; ');
  }
}

export interface QuizPaper {
  briefId: string;
  title: string;
  quiz: Quiz;
  /** how many orders; one is as written */
  orders: number;
  key: boolean;
  /** pictures as data addresses, by file */
  pictures: ReadonlyMap<string, string>;
  /** undefined: as it was written first, with the words of the page in the language of who prints it */
  language: Language | undefined;
}

/** The whole paper as a page to print. Everything that somebody wrote stands in it as text. */
export function quizPages({ briefId, title, quiz, orders, key, pictures, language: chosen }: QuizPaper): string {
  const language = chosen ?? spokenLanguage();
  const { paper } = wordsIn(language);
  const more = shows(pictures);
  const papers = Array.from({ length: orders }, (_, index) => {
    const several = orders > 1;
    const seed = trySeed(briefId, 'paper', index + 1);
    const ids = drawnQuestions({
      seed,
      questions: quiz.questions,
      sets: quiz.sets,
      ownOrder: several && quiz.run.ownOrder,
      mixSets: quiz.run.mixSets,
    });
    const questions = ids.map((id) => quiz.questions.find((one) => one.id === id)!);
    return {
      name: several ? letter(index) : '',
      questions: questions.map((question) => ({
        question,
        asked: askedIn([chosen], askedQuestion(question, { seed, ownOptions: several })),
      })),
    };
  });
  const points = (of: number) => say(of === 1000 ? paper.point : paper.points, { n: writtenPoints(language, of) });
  const sheets = papers.map(({ name, questions }) => {
    const total = questions.reduce((sum, { question }) => sum + question.points, 0);
    const body = questions.map(
      ({ question, asked }, index) =>
        `<div class="q"><span class="n">${index + 1}</span><div>${richTextHtml(asked.text, asked.kind === 'gaps' ? more : { ...more, gap: () => '___' })}${place(asked, more, paper)}</div><span class="p">${points(question.points)}</span></div>`,
    );
    return `<section><h1 dir="auto">${escaped(title)}${name === '' ? '' : ` · ${name}`}</h1><div class="top"><span>${paper.name} ${line(60)}</span><span>${paper.date} ${line(30)}</span><span style="flex:none">${say(paper.outOf, { line: line(12), points: points(total) })}</span></div>${body.join('')}</section>`;
  });
  const keys = papers.map(({ name, questions }) => {
    const rows = questions.map(
      ({ question, asked }, index) =>
        `<tr><td>${index + 1}</td><td dir="auto">${escaped(keyOn(question, asked, paper)) || paper.byHand}</td><td>${points(question.points)}</td></tr>`,
    );
    return `<section class="key"><h1 dir="auto">${escaped(say(paper.key, { title }))}${name === '' ? '' : ` · ${name}`}</h1><table>${rows.join('')}</table></section>`;
  });
  return `<!doctype html><html lang="${language}" dir="${directionOf(language)}"><head><meta charset="utf-8">${pagePolicy(FONT_FILES, { pictures: true })}<title>${escaped(title)}</title><style>${fontFaces(FONT_FILES)}${STYLE}</style></head><body>${sheets.join('')}${key ? keys.join('') : ''}</body></html>`;
}
