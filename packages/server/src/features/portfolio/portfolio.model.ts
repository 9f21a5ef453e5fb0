import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface PortfolioRow {
  id: string;
  studentId: string;
  assignmentId: string;
  why: string;
  byUser: string;
  at: Date;
}

export const definePortfolio = (sequelize: Sequelize) =>
  sequelize.define<Model<PortfolioRow>>(
    'portfolioPiece',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      studentId: DataTypes.STRING,
      assignmentId: DataTypes.STRING,
      why: DataTypes.STRING,
      byUser: DataTypes.STRING,
      at: DataTypes.DATE(3),
    },
    { tableName: 'portfolio_pieces' },
  );
