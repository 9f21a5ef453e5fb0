import type { Language } from '@jolly/core';
import type { Nothing } from './shape';
import type {
  CardSignInRequest,
  FinishTwoStepRequest,
  NewPasswordRequest,
  SecondStepRequest,
  SessionReply,
  SignInRequest,
  TakeTicketRequest,
  TicketReply,
  TwoStepDoneReply,
  TwoStepProof,
  TwoStepStartReply,
} from '../accounts';

export interface AccountsApi {
  'GET /api/session': { reply: SessionReply };
  'POST /api/session': { body: SignInRequest; reply: SessionReply };
  'POST /api/session/second-step': { body: SecondStepRequest; reply: SessionReply };
  'POST /api/session/card': { body: CardSignInRequest; reply: SessionReply };
  'DELETE /api/session': Nothing;
  'PUT /api/account/password': { body: NewPasswordRequest };
  'PUT /api/account/language': { body: { language: Language } };
  'PUT /api/my/view': { body: { simple: boolean | null }; reply: SessionReply };
  'PUT /api/account/email': { body: { email: string | null; current: string } };
  'POST /api/account/two-step/start': { reply: TwoStepStartReply };
  'POST /api/account/two-step': { body: FinishTwoStepRequest; reply: TwoStepDoneReply };
  'POST /api/account/two-step/end': { body: TwoStepProof };
  'POST /api/account/recover': { body: { email: string } };
  'POST /api/tickets/look': { body: { ticket: string }; reply: TicketReply };
  'POST /api/tickets/take': { body: TakeTicketRequest & { ticket: string }; reply: SessionReply };
}
