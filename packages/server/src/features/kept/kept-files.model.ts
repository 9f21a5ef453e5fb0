import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface KeptFileRow {
  id: string;
  ownerId: string;
  fingerprint: string;
  name: string;
  size: number;
  mediaType: string;
  keptAt: Date;
}
export interface FileUseRow {
  fileId: string;
  holderKind: 'brief' | 'shelfItem' | 'liveQuestion' | 'notice' | 'event' | 'marginNote';
  holderId: string;
}

export function defineKeptFiles(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    keptFiles: sequelize.define<Model<KeptFileRow>>(
      'keptFile',
      {
        id: key(),
        ownerId: DataTypes.STRING,
        fingerprint: DataTypes.STRING,
        name: DataTypes.STRING,
        size: DataTypes.BIGINT,
        mediaType: DataTypes.STRING,
        keptAt: DataTypes.DATE(3),
      },
      { tableName: 'kept_files' },
    ),
    fileUses: sequelize.define<Model<FileUseRow>>(
      'fileUse',
      { fileId: key(), holderKind: { type: DataTypes.STRING, primaryKey: true }, holderId: key() },
      { tableName: 'file_uses' },
    ),
  };
}
