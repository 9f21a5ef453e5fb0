import type { LocalDate, PortfolioStand } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface PortfolioRow {
  id: string;
  studentId: string;
  /** of work that was handed in; null: a piece of the student's own */
  assignmentId: string | null;
  /** whose teachers say yes */
  classId: string;
  /** of a reflection: the first day of the term */
  termFrom: LocalDate | null;
  title: string;
  text: string;
  why: string;
  byUser: string;
  at: Date;
  stand: PortfolioStand;
  word: string;
  saidBy: string | null;
  saidAt: Date | null;
  version: number;
}
export interface PortfolioFileRow {
  id: string;
  portfolioPieceId: string;
  fingerprint: string;
  name: string;
  size: number;
  mediaType: string;
  pixels: number | null;
  addedAt: Date;
}

export const definePortfolio = (sequelize: Sequelize) => ({
  pieces: sequelize.define<Model<PortfolioRow>>(
    'portfolioPiece',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      studentId: DataTypes.STRING,
      assignmentId: DataTypes.STRING,
      classId: DataTypes.STRING,
      termFrom: DataTypes.STRING,
      title: DataTypes.STRING,
      text: DataTypes.TEXT,
      why: DataTypes.STRING,
      byUser: DataTypes.STRING,
      at: DataTypes.DATE(3),
      stand: DataTypes.STRING,
      word: DataTypes.STRING,
      saidBy: DataTypes.STRING,
      saidAt: DataTypes.DATE(3),
      version: DataTypes.INTEGER,
    },
    { tableName: 'portfolio_pieces' },
  ),
  files: sequelize.define<Model<PortfolioFileRow>>(
    'portfolioFile',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      portfolioPieceId: DataTypes.STRING,
      fingerprint: DataTypes.STRING,
      name: DataTypes.STRING,
      size: DataTypes.BIGINT,
      mediaType: DataTypes.STRING,
      pixels: DataTypes.BIGINT,
      addedAt: DataTypes.DATE(3),
    },
    { tableName: 'portfolio_files' },
  ),
});
