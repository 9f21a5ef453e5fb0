import { simpleParser } from 'mailparser';
import type { AddressInfo } from 'node:net';
import { UniqueConstraintError, type Sequelize } from 'sequelize';
import { SMTPServer } from 'smtp-server';
import { defineCaughtMails } from './mail.model';

const LARGEST_MAIL = 1_000_000;

/**
 * The mail server that ships with us: speaks SMTP on loopback, and keeps what it is given for the mailroom
 * instead of sending it anywhere. A message that comes a second time, because whoever sent it could not
 * note that it had, is the same message.
 */
export function standInServer(sequelize: Sequelize, now: () => number) {
  const caught = defineCaughtMails(sequelize);
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: LARGEST_MAIL,
    logger: false,
    onData(stream, session, done) {
      simpleParser(stream)
        .then((mail) =>
          caught.create({
            mailId: (mail.messageId ?? '').replace(/^<|@.*$/g, '').slice(0, 120),
            sender: mail.from?.text ?? '',
            recipients: session.envelope.rcptTo
              .map((one) => one.address)
              .join(', ')
              .slice(0, 1000),
            subject: (mail.subject ?? '').slice(0, 300),
            body: mail.text ?? '',
            caughtAt: new Date(now()),
          }),
        )
        .then(
          () => done(),
          (error: Error) => done(error instanceof UniqueConstraintError ? null : error),
        );
    },
  });
  return {
    /** @returns the port it answers at; 0 asks for a free one. @throws if the port is taken */
    listen: (port: number) =>
      new Promise<number>((done, failed) => {
        server.once('error', failed);
        server.listen(port, '127.0.0.1', () => {
          server.removeListener('error', failed);
          server.on('error', () => undefined);
          done((server.server.address() as AddressInfo).port);
        });
      }),
    close: () => new Promise<void>((done) => server.close(() => done())),
  };
}
