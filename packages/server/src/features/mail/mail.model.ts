import type { Language } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface MailRow {
  id: string;
  toAddress: string;
  toName: string;
  subject: string;
  body: string;
  byUser: string | null;
  toUser: string | null;
  madeAt: Date;
  state: 'waiting' | 'sent' | 'failed';
  tries: number;
  nextTryAt: Date;
  language: Language;
  /** where its reader chooses what comes by mail; null: nothing is to be chosen */
  settingsAt: string | null;
  sentAt: Date | null;
  problem: string | null;
  /** for its reader alone: whoever looks after the mailroom does not see it */
  isPrivate: boolean;
}

export const defineMails = (sequelize: Sequelize) =>
  sequelize.define<Model<MailRow>>(
    'mail',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      toAddress: DataTypes.STRING,
      toName: DataTypes.STRING,
      subject: DataTypes.STRING,
      body: DataTypes.TEXT,
      byUser: DataTypes.STRING,
      toUser: DataTypes.STRING,
      madeAt: DataTypes.DATE(3),
      state: DataTypes.STRING,
      tries: DataTypes.INTEGER,
      nextTryAt: DataTypes.DATE(3),
      language: DataTypes.STRING,
      settingsAt: DataTypes.STRING,
      sentAt: DataTypes.DATE(3),
      problem: DataTypes.STRING,
      isPrivate: DataTypes.BOOLEAN,
    },
    { tableName: 'mails' },
  );

export interface CaughtMailRow {
  mailId: string;
  sender: string;
  recipients: string;
  subject: string;
  body: string;
  caughtAt: Date;
}

export const defineCaughtMails = (sequelize: Sequelize) =>
  sequelize.define<Model<CaughtMailRow>>(
    'caughtMail',
    {
      mailId: { type: DataTypes.STRING(120), primaryKey: true },
      sender: DataTypes.STRING,
      recipients: DataTypes.STRING,
      subject: DataTypes.STRING,
      body: DataTypes.TEXT,
      caughtAt: DataTypes.DATE(3),
    },
    { tableName: 'caught_mails' },
  );
