import type { AccessKey, KeyRequest, NewKeyReply } from '../keys';

export interface KeysApi {
  'GET /api/account/keys': { reply: AccessKey[] };
  'POST /api/account/keys': { body: KeyRequest & { current: string }; reply: NewKeyReply };
  'DELETE /api/account/keys/:keyId': { params: { keyId: string } };
}
