import type { WallNames, WallRemarkKind, WallStand } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface WallRow {
  id: string;
  classId: string;
  assignmentId: string | null;
  title: string;
  prompt: string;
  names: WallNames;
  stand: WallStand;
  byUser: string;
  madeAt: Date;
  version: number;
}
/** A piece that hangs on a wall, or has hung there: it is seen while all who made it show it. */
export interface WallPieceRow {
  id: string;
  wallId: string;
  /** of work that was handed in */
  assignmentId: string | null;
  /** of a piece of a student's own in their portfolio */
  portfolioPieceId: string | null;
  /** the work, or that piece */
  workId: string;
  hiddenAt: Date | null;
  hiddenWord: string;
}
export interface WallShowRow {
  wallPieceId: string;
  studentId: string;
  at: Date;
}
export interface WallRemarkRow {
  id: string;
  wallPieceId: string;
  authorId: string;
  kind: WallRemarkKind;
  text: string;
  at: Date;
  waits: boolean;
  hiddenAt: Date | null;
  hiddenWord: string;
}

export function defineWalls(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    walls: sequelize.define<Model<WallRow>>(
      'wall',
      {
        id: key(),
        classId: DataTypes.STRING,
        assignmentId: DataTypes.STRING,
        title: DataTypes.STRING,
        prompt: DataTypes.STRING,
        names: DataTypes.STRING,
        stand: DataTypes.STRING,
        byUser: DataTypes.STRING,
        madeAt: DataTypes.DATE(3),
        version: DataTypes.INTEGER,
      },
      { tableName: 'walls' },
    ),
    pieces: sequelize.define<Model<WallPieceRow>>(
      'wallPiece',
      {
        id: key(),
        wallId: DataTypes.STRING,
        assignmentId: DataTypes.STRING,
        portfolioPieceId: DataTypes.STRING,
        workId: DataTypes.STRING,
        hiddenAt: DataTypes.DATE(3),
        hiddenWord: DataTypes.STRING,
      },
      { tableName: 'wall_pieces' },
    ),
    shows: sequelize.define<Model<WallShowRow>>(
      'wallShow',
      { wallPieceId: key(), studentId: key(), at: DataTypes.DATE(3) },
      { tableName: 'wall_shows' },
    ),
    remarks: sequelize.define<Model<WallRemarkRow>>(
      'wallRemark',
      {
        id: key(),
        wallPieceId: DataTypes.STRING,
        authorId: DataTypes.STRING,
        kind: DataTypes.STRING,
        text: DataTypes.STRING,
        at: DataTypes.DATE(3),
        waits: DataTypes.BOOLEAN,
        hiddenAt: DataTypes.DATE(3),
        hiddenWord: DataTypes.STRING,
      },
      { tableName: 'wall_remarks' },
    ),
  };
}
