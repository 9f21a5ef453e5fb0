import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type {
  FactRow,
  HandInFileRow,
  HandInRow,
  KeptReplyRow,
  PieceFileRow,
  PieceRecordRow,
  WorkRow,
  WorkSheetRow,
  WorkVersionRow,
} from './pieces-rows';

export function definePieces(sequelize: Sequelize) {
  // A fresh object each time: the library writes the field's name into it.
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, INTEGER, BOOLEAN, JSON } = DataTypes;
  const time = DataTypes.DATE(3);
  return {
    pieces: sequelize.define<Model<PieceRecordRow>>(
      'piece',
      {
        id: key(),
        assignmentId: STRING,
        studentId: STRING,
        workId: STRING,
        summary: JSON,
        begun: BOOLEAN,
        seenAt: time,
        activeAt: time,
        earnedMilli: INTEGER,
        chosen: JSON,
        remark: JSON,
        details: JSON,
        scoredAt: time,
        scoredBy: STRING,
        scoredRound: INTEGER,
        held: BOOLEAN,
        returnedMilli: INTEGER,
        returnedChosen: JSON,
        returnedRemark: JSON,
        returnedDetails: JSON,
        shownAt: time,
        went: STRING,
        wentLine: STRING,
        selfCheck: JSON,
        saidMissing: BOOLEAN,
        version: INTEGER,
      },
      { tableName: 'pieces' },
    ),
    works: sequelize.define<Model<WorkRow>>(
      'work',
      { id: key(), assignmentId: STRING, groupId: STRING, text: JSON, savedAt: time, savedBy: STRING, version: INTEGER, words: INTEGER },
      { tableName: 'works' },
    ),
    sheets: sequelize.define<Model<WorkSheetRow>>(
      'workSheet',
      { workId: key(), attachmentId: key(), studentId: key(), source: JSON, text: JSON, begun: BOOLEAN, version: INTEGER },
      { tableName: 'work_sheets' },
    ),
    versions: sequelize.define<Model<WorkVersionRow>>(
      'workVersion',
      { id: key(), workId: STRING, kind: STRING, at: time, byUser: STRING, text: JSON, sheets: JSON, fileIds: JSON, words: INTEGER },
      { tableName: 'work_versions' },
    ),
    facts: sequelize.define<Model<FactRow>>(
      'pieceFact',
      { id: key(), pieceId: STRING, seq: INTEGER, kind: STRING, at: time, byUser: STRING, data: JSON },
      { tableName: 'piece_facts' },
    ),
    handIns: sequelize.define<Model<HandInRow>>(
      'handIn',
      {
        id: key(),
        workId: STRING,
        versionNo: INTEGER,
        at: time,
        text: JSON,
        words: INTEGER,
        receipt: STRING,
        byUser: STRING,
        textFingerprint: STRING,
        sheets: JSON,
      },
      { tableName: 'hand_ins' },
    ),
    files: sequelize.define<Model<PieceFileRow>>(
      'pieceFile',
      {
        id: key(),
        workId: STRING,
        fingerprint: STRING,
        name: STRING,
        size: INTEGER,
        mediaType: STRING,
        addedAt: time,
        inDraft: BOOLEAN,
        addedBy: STRING,
        pixels: DataTypes.BIGINT,
      },
      { tableName: 'piece_files' },
    ),
    handInFiles: sequelize.define<Model<HandInFileRow>>(
      'handInFile',
      { handInId: key(), fileId: key(), position: INTEGER },
      { tableName: 'hand_in_files' },
    ),
    keptReplies: sequelize.define<Model<KeptReplyRow>>(
      'keptReply',
      { userId: key(), idempotencyKey: key(), about: STRING, reply: JSON, at: time },
      { tableName: 'kept_replies' },
    ),
  };
}
