import Joi from 'joi';
import type { TellingSettings } from '../../contract';
import { asPerson } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { NewsService } from './news.service';
import { NEWS_KINDS } from './news-kinds';

const time = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
  .required();
const choice = Joi.valid('atOnce', 'daily', 'never');
export const settingsBody = Joi.object<TellingSettings, true>({
  // Every kind there is: a page sends back what it was given, whatever it shows of it.
  choices: Joi.object()
    .pattern(Joi.valid(...NEWS_KINDS), choice)
    .required(),
  quiet: Joi.object({ from: time, to: time }).required(),
  letterShows: Joi.string().valid('nothing', 'words', 'score').default('score'),
});

export const newsRoutes = ({ news }: { news: NewsService }): Route[] => [
  {
    route: 'GET /api/news',
    action: 'news.look',
    does: 'What you have been told, newest first.',
    handle: ({ actor }) => news.list(asPerson(actor)),
  },
  {
    route: 'POST /api/news/seen',
    action: 'news.look',
    does: 'Notes that you have seen your news.',
    handle: ({ actor, now }) => news.seen(asPerson(actor), now),
  },
  {
    route: 'GET /api/news/settings',
    action: 'news.look',
    does: 'What you are told by mail, and when.',
    handle: ({ actor }) => news.settings(asPerson(actor)),
  },
  {
    route: 'PUT /api/news/settings',
    action: 'news.look',
    does: 'Chooses what you are told by mail, and when.',
    body: settingsBody,
    handle: ({ actor, body }) => news.choose(asPerson(actor), body),
  },
];
