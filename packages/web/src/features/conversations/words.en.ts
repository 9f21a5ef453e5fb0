/** What the pages of conversations say. */
export const conversationsWords = {
  talk: {
    title: 'Conversation',
    none: 'Nothing is written yet. Only {readers} and you see it.',
    write: 'Write to {readers}',
    send: 'Send',
    attach: 'Add files',
    me: 'You',
    new: 'new',
    unread: 'no new message | {n} new message | {n} new messages',
  },
};
