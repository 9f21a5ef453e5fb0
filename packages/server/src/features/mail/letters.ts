/** What our mails say. Plain text: it is read everywhere, and nobody can hide anything in it. */
export interface Letter {
  subject: string;
  body: string;
}

const sign = (text: string) => `${text}\n\nJolly Compass\n`;

export const studentInvitation = (of: { student: string; className: string; teacher: string; link: string }): Letter => ({
  subject: `Join ${of.className}`,
  body: sign(
    `Hello ${of.student},\n\n${of.teacher} has put you on the roster of ${of.className}. Open this link to choose your user name and password:\n\n${of.link}\n\nThe link works once, for 14 days. If this is not for you, do nothing.`,
  ),
});

export const coTeacherInvitation = (of: { className: string; teacher: string; link: string }): Letter => ({
  subject: `Teach ${of.className} together with ${of.teacher}`,
  body: sign(
    `Hello,\n\n${of.teacher} invites you to teach ${of.className} together. Open this link, and sign in or make a sign-in:\n\n${of.link}\n\nThe link works once, for 14 days. If this is not for you, do nothing.`,
  ),
});

export const newPassword = (of: { name: string; userName: string; link: string }): Letter => ({
  subject: 'A new password',
  body: sign(
    `Hello ${of.name},\n\nsomebody, we hope you, asked for a new password for ${of.userName}. Open this link to choose one:\n\n${of.link}\n\nThe link works once, for an hour. If it was not you, do nothing: your password stays as it is.`,
  ),
});

export const passwordChanged = (of: { name: string; userName: string }): Letter => ({
  subject: 'Your password was changed',
  body: sign(`Hello ${of.name},\n\nthe password of ${of.userName} was just changed. If it was not you, ask whoever runs this server at once.`),
});
