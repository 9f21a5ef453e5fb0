/** Access: who may do what to whose things. One table and one question for what belongs to a class, one rule for what concerns a student as a person. */
export * from './may';
export * from './person';
