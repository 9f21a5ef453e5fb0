/** Access: who may do what to whose things. One table, one question. */
export * from './may';
