import { aSchool, aServer, DAY, doc, HOUR, type School, type Server } from '../../testing/school';

let server: Server;
let school: School;
beforeEach(async () => {
  server = await aServer();
  school = await aSchool(server);
});
afterEach(() => server.close());
const rowsOf = async (id: string) => {
  const { rows } = (await (await server.person('finch')).get(`/api/assignments/${id}/pieces`)).body;
  return Object.fromEntries(rows.map((row: { student: { givenName: string } }) => [row.student.givenName, row]));
};

describe('looking on', () => {
  it('hears of each student whose piece changed, once, and of nothing else', async () => {
    const { id } = await school.issued();
    const other = (await school.issued({ title: 'Other' })).id;
    const bao = await server.person('bao');
    const { live } = server.services;
    const heard: unknown[] = [];
    const stop = await live.listen({ kind: 'assignment', id }, (event) => heard.push(event?.studentIds ?? null));
    await live.poll();
    await bao.put(`/api/my/work/${id}/text`, { text: doc('one'), version: 0 });
    await bao.put(`/api/my/work/${other}/text`, { text: doc('elsewhere'), version: 0 });
    await live.poll();
    await live.poll();
    live.beat();
    stop();
    await bao.put(`/api/my/work/${id}/text`, { text: doc('two'), version: 1 });
    await live.poll();
    expect(heard).toEqual([[school.bao.id], null]);
  });

  it('hears of messages too, and a student of what is done to the work they share', async () => {
    const { id } = await school.issued();
    const [bao, finch] = [await server.person('bao'), await server.person('finch')];
    await bao.post(`/api/my/work/${id}/look`);
    const [record] = await server.services.pieces.records([id], [school.bao.id]);
    const { live } = server.services;
    const heard: string[] = [];
    const stops = [
      await live.listen({ kind: 'assignment', id }, (event) => heard.push(`teacher ${event?.talked.length}`)),
      await live.listen({ kind: 'work', id: record!.work.id }, (event) => heard.push(`student ${event?.talked.length}`)),
    ];
    await finch.post(`/api/assignments/${id}/pieces/${school.bao.id}/messages`, { text: 'How far are you?', fileIds: [] });
    await live.poll();
    await live.poll();
    for (const stop of stops) stop();
    expect(heard.sort()).toEqual(['student 1', 'teacher 1']);
  });

  it('tells those who share a work of its files too, not of its text alone', async () => {
    const { id } = await school.issued();
    const bao = await server.person('bao');
    await bao.post(`/api/my/work/${id}/look`);
    const [record] = await server.services.pieces.records([id], [school.bao.id]);
    let heard = 0;
    const stop = await server.services.live.listen({ kind: 'work', id: record!.work.id }, () => (heard += 1));
    await bao.upload(`/api/my/work/${id}/files`, Buffer.from('depths'), 'depths.txt');
    await server.services.live.poll();
    server.clock.now += HOUR;
    await bao.upload(`/api/my/work/${id}/files`, Buffer.from('widths'), 'widths.txt');
    await server.services.live.poll();
    stop();
    expect(heard).toBe(2);
  });

  it('is a stream of events that ends when the page is left', async () => {
    const { id } = await school.issued();
    const [finch, bao] = [await server.person('finch'), await server.person('bao')];
    const said: string[] = [];
    const done = new Promise<void>((left) => {
      finch
        .get(`/api/assignments/${id}/live`)
        .buffer(false)
        .parse((res, end) => {
          res.on('data', (bytes: Buffer) => {
            said.push(String(bytes));
            if (!said.join('').includes('data:')) return;
            if ('destroy' in res && typeof res.destroy === 'function') res.destroy();
            end(null, null);
            left();
          });
        })
        .end(() => undefined);
    });
    // Until the stream is open nothing is listened to.
    while (said.length === 0) await new Promise((again) => setImmediate(again));
    await bao.put(`/api/my/work/${id}/text`, { text: doc('one'), version: 0 });
    await server.services.live.poll();
    await done;
    expect(said.join('')).toBe(`retry: 2000\n\ndata: ${JSON.stringify({ studentIds: [school.bao.id], talked: [] })}\n\n`);
  });

  it('asks only for the rows that changed', async () => {
    const { id } = await school.issued();
    const finch = await server.person('finch');
    const { rows } = (await finch.get(`/api/assignments/${id}/pieces/changed?of=${school.hana.id}`)).body;
    expect(rows.map((row: { student: { givenName: string } }) => row.student.givenName)).toEqual(['Hana']);
    expect((await finch.get(`/api/assignments/${id}/pieces/changed?of=everybody`)).status).toBe(400);
  });
});

describe('a nudge', () => {
  const nudge = async (id: string, studentIds: string[], again = false, who = 'finch') =>
    (await server.person(who)).post(`/api/assignments/${id}/nudges`, { studentIds, text: 'It is still to come.', again });

  it('goes to the chosen ones, once a piece and day unless confirmed, whoever nudges', async () => {
    const { id } = await school.issued();
    const [both, bao] = [[school.bao.id, school.hana.id], await server.person('bao')];
    expect((await nudge(id, [school.bao.id])).body).toEqual({ nudged: [school.bao.id] });
    const refused = await nudge(id, both, false, 'lund');
    expect([refused.status, refused.body.type, refused.body.current]).toEqual([409, 'nudge.already', { studentIds: [school.bao.id] }]);
    expect((await rowsOf(id)).Hana.collecting.nudgedAt).toBeNull();
    expect((await nudge(id, both, true)).status).toBe(200);
    const news = (await bao.get('/api/news')).body.news.filter((one: { kind: string }) => one.kind === 'nudge');
    expect(news).toHaveLength(2);
    expect(news[0]).toMatchObject({ title: 'Meander notes', word: 'It is still to come.', who: 'finch Test' });
    server.clock.now += DAY;
    expect((await nudge(id, both)).status).toBe(200);
  });

  it('by two teachers at the same moment reaches a student once', async () => {
    const { id } = await school.issued();
    const both = await Promise.all([nudge(id, [school.bao.id]), nudge(id, [school.bao.id], false, 'lund')]);
    expect(both.map((reply) => reply.status).sort()).toEqual([200, 409]);
  });

  it('to somebody of another class, or with nothing to say, goes to nobody', async () => {
    const { id } = await school.issued();
    expect((await nudge(id, [school.bao.id, school.otto.id])).status).toBe(404);
    expect(
      (
        await (
          await server.person('finch')
        ).post(`/api/assignments/${id}/nudges`, { studentIds: [school.bao.id], text: '  ', again: false })
      ).status,
    ).toBe(400);
    expect((await (await server.person('bao')).get('/api/news')).body.news.filter((one: { kind: string }) => one.kind === 'nudge')).toEqual(
      [],
    );
  });
});

describe('what is noted in class', () => {
  it('shows who did it and who was absent, and excuses who is excused, until it is noted otherwise', async () => {
    const { id } = await school.issued({ how: 'inClass', accepts: [], due: server.clock.now - HOUR });
    const finch = await server.person('finch');
    const note = (bao: string | null, hana: string | null) =>
      finch.put(`/api/assignments/${id}/class-marks`, {
        marks: [
          { studentId: school.bao.id, mark: bao },
          { studentId: school.hana.id, mark: hana },
        ],
      });
    expect((await note('absent', 'excused')).status).toBe(204);
    let rows = await rowsOf(id);
    expect([rows.Bao.collecting.mark, rows.Bao.state, rows.Hana.state]).toEqual(['absent', 'inClass', 'excused']);
    expect((await finch.get(`/api/assignments/${id}/pieces/${school.bao.id}`)).body.row.collecting.mark).toBe('absent');
    await note(null, 'did');
    rows = await rowsOf(id);
    expect([rows.Bao.collecting.mark, rows.Hana.collecting.mark, rows.Hana.state]).toEqual([null, 'did', 'inClass']);
  });

  it('is refused whole for somebody who is not in the class, and for a word that is none', async () => {
    const { id } = await school.issued({ how: 'inClass', accepts: [] });
    const finch = await server.person('finch');
    const note = (studentId: string, mark: string) =>
      finch.put(`/api/assignments/${id}/class-marks`, {
        marks: [
          { studentId: school.bao.id, mark: 'did' },
          { studentId, mark },
        ],
      });
    expect((await note(school.otto.id, 'did')).status).toBe(404);
    expect((await note(school.hana.id, 'slept')).status).toBe(400);
    expect((await rowsOf(id)).Bao.collecting.mark).toBeNull();
  });
});

describe('overlap', () => {
  const RUN = 'the outside of every bend wears away because the water runs faster there than anywhere else';
  async function compared(id: string, withEarlier = false) {
    const finch = await server.person('finch');
    let { body } = await finch.post(`/api/assignments/${id}/overlap`, { withEarlier });
    while (body.result === null) ({ body } = await finch.get(`/api/overlap/${body.id}`));
    return { finch, body };
  }
  async function handedIn(id: string, words: Record<string, string>): Promise<void> {
    for (const [name, text] of Object.entries(words)) {
      const student = await server.person(name);
      await student.put(`/api/my/work/${id}/text`, { text: doc(text), version: 0 });
      await student.post(`/api/my/work/${id}/hand-in`);
    }
  }

  it('is found between two pieces, without what the task says, and shown with its base', async () => {
    const { id } = await school.issued({
      instructions: doc('Explain in your own words why the outside of a bend wears away over many years.'),
    });
    const task = 'why the outside of a bend wears away over many years';
    await handedIn(id, { bao: `I asked ${task}. We think that ${RUN}.`, hana: `${task}! And ${RUN}, as we saw.` });
    const { body } = await compared(id);
    expect(body).toMatchObject({ done: 2, of: 2 });
    expect(body.result.pairs).toHaveLength(1);
    const [{ a, b, passages }] = body.result.pairs;
    expect([a.shared, b.shared, passages[0].words]).toEqual([16, 16, 16]);
    const text = body.result.texts[a.text].text as string;
    expect(text.slice(passages[0].a.from, passages[0].a.to)).toBe(RUN);
  });

  it('with earlier classes compares theirs with these, not among themselves, and is only for who began it', async () => {
    const finch = await server.person('finch');
    const before = (await school.issued()).id;
    await handedIn(before, { bao: `Last year: ${RUN}.`, hana: `Last year too: ${RUN}.` });
    const { id } = await school.issued();
    await handedIn(id, { hana: `Now ${RUN}.` });
    expect((await compared(id)).body.result.pairs).toEqual([]);
    const { body } = await compared(id, true);
    expect(body.result.pairs.map((pair: { a: { text: number } }) => pair.a.text)).toEqual([0, 0]);
    expect((await (await server.person('lund')).get(`/api/overlap/${body.id}`)).status).toBe(404);
    expect((await finch.del(`/api/overlap/${body.id}`)).status).toBe(204);
    expect((await finch.get(`/api/overlap/${body.id}`)).body.type).toBe('overlap.gone');
  });

  it('of nothing is nothing', async () =>
    expect((await compared((await school.issued()).id)).body).toMatchObject({ of: 0, result: { pairs: [] } }));
});
