/** What a student and their teachers write to each other about a piece. */
export { default as ConversationBox } from './ConversationBox.vue';
