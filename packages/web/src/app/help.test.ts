/** @jest-environment @happy-dom/jest-environment */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { en } from '../i18n/en';
import { ar } from '../i18n/ar';
import { es } from '../i18n/es';
import { fr } from '../i18n/fr';
import { router } from './router';
import { HELP } from './help.en';
import { helpIn, type Help } from './help';

const guides = join(__dirname, '../../../../docs/guide');
const read = (name: string) => readFileSync(join(guides, name), 'utf8');
const wordsIn = (words: object): string[] =>
  Object.values(words).flatMap((said: unknown) =>
    typeof said === 'string' ? said.split(' | ') : typeof said === 'object' && said !== null ? wordsIn(said) : [],
  );
/** What stands on a page, with anything where something is filled in. */
const isOnAPage = (label: string, messages: readonly string[]) =>
  messages.some(
    (said) =>
      said === label ||
      // A message that is all fillings would be any word.
      (/(?:\p{L}.*){3}/u.test(said.replace(/\{[^}]*\}/g, '')) &&
        new RegExp(
          `^${said
            .split(/\{[^}]*\}/)
            .map((part) => part.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
            .join('.+')}$`,
        ).test(label)),
  );

it('says of every page within the frame what it is for, and of no page that is not there', () => {
  const pages = router.getRoutes().filter(({ meta, path, redirect }) => !meta.bare && !redirect && !path.includes('(.*)'));
  expect(Object.keys(HELP).sort()).toEqual(pages.map(({ path }) => path).sort());
});

it.each(['es', 'fr', 'ar'] as const)('says it in %s too, and calls everything there as the pages do', async (language) => {
  const help: Help = await helpIn(language);
  expect(Object.keys(help).sort()).toEqual(Object.keys(HELP).sort());
  const messages = wordsIn({ es, fr, ar }[language]);
  const said = Object.values(help).flatMap(({ is, acts }) => [is, ...acts]);
  expect(Object.values(help).filter(({ acts }) => acts.length !== 3)).toEqual([]);
  const labels = said.flatMap((text) => [...text.matchAll(/«\s*([^»]+?)\s*»/g)].map(([, label]) => label!));
  // A label that goes on with a number or a name is called by how it begins.
  const begins = (label: string) => messages.some((message) => message.startsWith(`${label} `));
  expect(labels.filter((label) => !isOnAPage(label, messages) && !begins(label))).toEqual([]);
});

it.each(readdirSync(guides))('what %s calls by its label stands on a page just so, and its pictures are there', (name) => {
  const text = read(name);
  // What French and Arabic guides set off is a word of their own sentence.
  const messages = wordsIn({ es, fr, ar }[name.split('.')[1]!] ?? en);
  const labels = [...text.matchAll(/\*\*([^*]+)\*\*/g)].map(([, label]) => label!);
  const unknown = labels.filter((label) => !['bold', 'negrita', 'gras', 'بالخط العريض'].includes(label) && !isOnAPage(label, messages));
  expect(unknown).toEqual([]);
  for (const [, picture] of text.matchAll(/\]\(([^)]+)\)/g)) expect(existsSync(join(guides, picture!))).toBe(true);
});
