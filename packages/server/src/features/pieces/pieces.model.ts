import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { FactKind } from '@jolly/core';

export interface PieceRecordRow {
  id: string;
  assignmentId: string;
  studentId: string;
  summary: unknown;
  draftText: unknown;
  draftSavedAt: Date | null;
  draftVersion: number;
  earnedMilli: number | null;
  chosen: unknown;
  remark: string;
  scoredAt: Date | null;
  scoredBy: string | null;
  held: boolean;
  returnedMilli: number | null;
  returnedChosen: unknown;
  returnedRemark: string;
  version: number;
}
export interface FactRow {
  id: string;
  pieceId: string;
  seq: number;
  kind: FactKind;
  at: Date;
  byUser: string;
  data: unknown;
}
export interface HandInRow {
  id: string;
  pieceId: string;
  versionNo: number;
  at: Date;
  text: unknown;
  words: number;
  receipt: string;
}
export interface PieceFileRow {
  id: string;
  pieceId: string;
  fingerprint: string;
  name: string;
  size: number;
  mediaType: string;
  addedAt: Date;
  inDraft: boolean;
}
export interface HandInFileRow {
  handInId: string;
  fileId: string;
  position: number;
}
export interface KeptReplyRow {
  userId: string;
  idempotencyKey: string;
  about: string;
  reply: unknown;
  at: Date;
}

export function definePieces(sequelize: Sequelize) {
  // A fresh object each time: the library writes the field's name into it.
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, INTEGER, BOOLEAN, JSON, TEXT } = DataTypes;
  const time = DataTypes.DATE(3);
  return {
    pieces: sequelize.define<Model<PieceRecordRow>>(
      'piece',
      {
        id: key(),
        assignmentId: STRING,
        studentId: STRING,
        summary: JSON,
        draftText: JSON,
        draftSavedAt: time,
        draftVersion: INTEGER,
        earnedMilli: INTEGER,
        chosen: JSON,
        remark: TEXT,
        scoredAt: time,
        scoredBy: STRING,
        held: BOOLEAN,
        returnedMilli: INTEGER,
        returnedChosen: JSON,
        returnedRemark: TEXT,
        version: INTEGER,
      },
      { tableName: 'pieces' },
    ),
    facts: sequelize.define<Model<FactRow>>(
      'pieceFact',
      { id: key(), pieceId: STRING, seq: INTEGER, kind: STRING, at: time, byUser: STRING, data: JSON },
      { tableName: 'piece_facts' },
    ),
    handIns: sequelize.define<Model<HandInRow>>(
      'handIn',
      { id: key(), pieceId: STRING, versionNo: INTEGER, at: time, text: JSON, words: INTEGER, receipt: STRING },
      { tableName: 'hand_ins' },
    ),
    files: sequelize.define<Model<PieceFileRow>>(
      'pieceFile',
      { id: key(), pieceId: STRING, fingerprint: STRING, name: STRING, size: INTEGER, mediaType: STRING, addedAt: time, inDraft: BOOLEAN },
      { tableName: 'piece_files' },
    ),
    handInFiles: sequelize.define<Model<HandInFileRow>>('handInFile', { handInId: key(), fileId: key(), position: INTEGER }, { tableName: 'hand_in_files' }),
    keptReplies: sequelize.define<Model<KeptReplyRow>>('keptReply', { userId: key(), idempotencyKey: key(), about: STRING, reply: JSON, at: time }, { tableName: 'kept_replies' }),
  };
}
