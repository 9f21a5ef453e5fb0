import type { LocalDate, WallTime } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface EventRow {
  id: string;
  authorId: string;
  wholeSchool: boolean;
  title: string;
  text: string;
  place: string;
  zone: string;
  fromDay: LocalDate;
  toDay: LocalDate;
  begins: WallTime | null;
  ends: WallTime | null;
  repeat: unknown;
  families: boolean;
  attachments: unknown;
  version: number;
}
export interface EventClassRow {
  eventId: string;
  classId: string;
}

export function defineEvents(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    events: sequelize.define<Model<EventRow>>(
      'event',
      {
        id: key(),
        authorId: DataTypes.STRING,
        wholeSchool: DataTypes.BOOLEAN,
        title: DataTypes.STRING,
        text: DataTypes.STRING,
        place: DataTypes.STRING,
        zone: DataTypes.STRING,
        fromDay: DataTypes.STRING,
        toDay: DataTypes.STRING,
        begins: DataTypes.STRING,
        ends: DataTypes.STRING,
        repeat: DataTypes.JSON,
        families: DataTypes.BOOLEAN,
        attachments: DataTypes.JSON,
        version: DataTypes.INTEGER,
      },
      { tableName: 'events' },
    ),
    eventClasses: sequelize.define<Model<EventClassRow>>('eventClass', { eventId: key(), classId: key() }, { tableName: 'event_classes' }),
  };
}
