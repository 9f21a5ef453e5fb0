export interface AboutApi {
  'GET /api/openapi.json': { reply: object };
  'GET /api/docs': { file: 'text/html' };
  'GET /health': { reply: { ok: boolean } };
  'GET /metrics': { file: 'text/plain' };
}
