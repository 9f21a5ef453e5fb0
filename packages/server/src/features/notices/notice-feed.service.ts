import { EVERYONE, noticeIn, noticeInOthers, noticeStand, type Instant, type NoticeInLanguage } from '@jolly/core';
import { Feed } from 'feed';
import { randomBytes } from 'node:crypto';
import { Op, type Sequelize, type WhereOptions } from 'sequelize';
import type { NoticeFeedReply } from '../../contract';
import { rowByKey, rowOf } from '../../db/rows';
import { escaped, richTextHtml } from '../../files/rich-text-html';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService } from '../classes/classes.service';
import type { MailService } from '../mail/mail.service';
import { defineNotices, type NoticeRow } from './notices.model';
import type { Notice, NoticesService, Person } from './notices.service';

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  mail: MailService;
  notices: NoticesService;
}

const SERVED = 60;

/** What all of a class read and a teacher wrote: nothing for single students or groups goes where the address is known. */
const isForAll = (notice: Notice, classId: string) =>
  !notice.byStudent &&
  notice.readers !== 'teachers' &&
  notice.classes.some((one) => one.classId === classId && one.audience.kind === EVERYONE.kind);

/** A notice as a page of HTML: its sentences, then what the teacher wrote. */
const contentOf = ({ phrases, text }: NoticeInLanguage): string =>
  phrases.map((one) => `<p>${escaped(one)}</p>`).join('') + richTextHtml(text);

/**
 * The notices of a class as an Atom feed (RFC 4287), where a teacher made an address for it: a secret in it, so that a news reader
 * needs no sign-in; made anew or taken away at will.
 */
export function noticeFeedService({ sequelize, accounts, classes, mail, notices }: Collaborators) {
  const { feeds } = defineNotices(sequelize);
  const addressOf = (secret: string) => mail.linkTo(`/feed/${secret}.atom`);

  return {
    async address(teacher: Person, classId: string): Promise<NoticeFeedReply> {
      await classes.forTeacher(teacher, 'notice.look', classId);
      const row = await rowByKey(feeds, classId);
      return { address: row ? addressOf(row.secret) : null };
    },

    /** A new address; one that was made before stops working at once. */
    async renew(teacher: Person, classId: string, now: Instant): Promise<NoticeFeedReply> {
      await classes.forTeacher(teacher, 'notice.write', classId);
      const secret = randomBytes(32).toString('base64url');
      await feeds.upsert({ classId, secret, madeAt: new Date(now) });
      return { address: addressOf(secret) };
    },

    /** The address is none any more. */
    async end(teacher: Person, classId: string): Promise<void> {
      await classes.forTeacher(teacher, 'notice.write', classId);
      await feeds.destroy({ where: { classId } });
    },

    /** The feed behind an address. @throws Problem `thing.unknown` for a secret that is not or no longer one */
    async serve(secret: string, now: Instant): Promise<string> {
      const row = await rowOf(feeds, { where: { secret } });
      const schoolClass = row && (await classes.load([row.classId]))[0];
      if (!row || !schoolClass || schoolClass.putAwayAt !== null) throw new Problem('thing.unknown');
      const found = await notices.ofClasses([row.classId], {
        hiddenAt: null,
        waits: false,
        showAt: { [Op.lte]: new Date(now) },
      } as WhereOptions<NoticeRow>);
      const shown = found
        .filter((one) => isForAll(one, row.classId) && noticeStand(schoolClass.calendar.zone, one, now) === 'up')
        .sort((a, b) => b.showAt! - a.showAt!)
        .slice(0, SERVED);
      const people = await accounts.people([...new Set(shown.map((one) => one.authorId))]);
      const feed = new Feed({
        id: `urn:uuid:${row.classId}`,
        title: schoolClass.label,
        updated: new Date(shown[0]?.showAt ?? row.madeAt),
        generator: 'Jolly Compass',
        copyright: '',
        feedLinks: { atom: addressOf(secret) },
      });
      for (const notice of shown) {
        const first = noticeIn([null], notice);
        const author = people.get(notice.authorId);
        feed.addItem({
          id: `urn:uuid:${notice.id}`,
          title: first.title,
          link: mail.linkTo('/notices'),
          date: new Date(notice.showAt!),
          content: [first, ...noticeInOthers([null], notice)].map(contentOf).join('<hr>'),
          ...(author ? { author: [{ name: fullName(author) }] } : {}),
        });
      }
      return feed.atom1();
    },
  };
}

export type NoticeFeedService = ReturnType<typeof noticeFeedService>;
