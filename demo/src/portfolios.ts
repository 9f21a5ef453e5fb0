import { DAY_MS, HOUR_MS } from '@jolly/core';
import { idFrom } from '@jolly/server/dist/db/id-from';
import type { Services } from '@jolly/server/dist/wiring';
import { Readable } from 'node:stream';
import { chanceFrom } from './chance';
import { landscape } from './things';

const OWN = [
  {
    who: 'Bao Lindqvist',
    title: 'My rain gauge',
    text: 'I built it from a bottle with my grandmother. It stands on the balcony; in one week it caught 31 mm. The weather service says 28.',
    picture: true,
    ago: 9,
    word: 'Three millimetres more than the service: where does yours stand?',
  },
  {
    who: 'Anouk Brandt',
    title: 'The ford on a Sunday',
    text: 'We went there with the boat club. I drew where the water is fast and where one can stand.',
    picture: true,
    ago: 2,
    word: null,
  },
  {
    who: 'Bao Lindqvist',
    title: 'A word list in two languages',
    text: 'Source, mouth, bend, bank, bed: my aunt and I wrote down how they are called in her village.',
    picture: false,
    ago: 1,
    word: null,
  },
] as const;

/** Pieces of students' own: one with a yes, two that wait for a word. */
export async function seedPortfolios(
  services: Services,
  { now, teacherId, classId, idOf }: { now: number; teacherId: string; classId: string; idOf: ReadonlyMap<string, string> },
): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  for (const [place, { who, title, text, picture, ago, word }] of OWN.entries()) {
    const student = { role: 'student' as const, userId: idOf.get(who)! };
    const id = idFrom('demo portfolio', title);
    const at = now - ago * DAY_MS;
    const request = { classId, title, text, termFrom: null };
    let { version } = await services.ownPortfolio.keep(student, id, { ...request, version: 0, done: false }, at);
    if (picture) {
      const kept = await services.fileStore.keep(Readable.from([landscape(chanceFrom(90 + place))]));
      ({ version } = await services.ownPortfolio.addFile(student, id, { ...kept, name: 'photo.png' }, at));
    }
    const put = await services.ownPortfolio.keep(student, id, { ...request, version, done: true }, at);
    if (word !== null) await services.portfolioWords.say(teacher, id, { yes: true, word, version: put.version }, at + 5 * HOUR_MS);
  }
}
