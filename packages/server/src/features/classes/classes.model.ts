import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface ClassRow {
  id: string;
  calendarId: string;
  name: string;
  hue: number;
  zone: string;
  dueTime: string | null;
  graceMinutes: number;
  lateRule: unknown;
  joinCode: string;
  createdAt: Date;
  version: number;
}
export interface CalendarRow {
  id: string;
  name: string;
  schoolDays: unknown;
  closures: unknown;
  terms: unknown;
}
export interface ClassTeacherRow {
  classId: string;
  userId: string;
  isOwner: boolean;
}

export function defineClasses(sequelize: Sequelize) {
  // A fresh object each time: the library writes the field's name into it.
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    classes: sequelize.define<Model<ClassRow>>(
      'class',
      {
        id: key(),
        calendarId: DataTypes.STRING,
        name: DataTypes.STRING,
        hue: DataTypes.INTEGER,
        zone: DataTypes.STRING,
        dueTime: DataTypes.STRING,
        graceMinutes: DataTypes.INTEGER,
        lateRule: DataTypes.JSON,
        joinCode: DataTypes.STRING,
        createdAt: DataTypes.DATE(3),
        version: DataTypes.INTEGER,
      },
      { tableName: 'classes' },
    ),
    calendars: sequelize.define<Model<CalendarRow>>(
      'calendar',
      { id: key(), name: DataTypes.STRING, schoolDays: DataTypes.JSON, closures: DataTypes.JSON, terms: DataTypes.JSON },
      { tableName: 'calendars' },
    ),
    teachers: sequelize.define<Model<ClassTeacherRow>>('classTeacher', { classId: key(), userId: key(), isOwner: DataTypes.BOOLEAN }, { tableName: 'class_teachers' }),
  };
}
