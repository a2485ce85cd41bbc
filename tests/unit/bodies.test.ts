import { bytesOf, formOf, jsonOf } from '@/server/body';

/** A body that comes in pieces and says nothing of its length, as from somebody who would fill the server. */
function inPieces(pieces: number, size: number) {
  let given = 0;
  const body = new ReadableStream<Uint8Array>(
    {
      pull(stream) {
        if (given === pieces) return stream.close();
        given += 1;
        stream.enqueue(new Uint8Array(size).fill(32));
      },
    },
    { highWaterMark: 0 },
  );
  const request = new Request('http://shop.example/', {
    method: 'POST',
    body,
    duplex: 'half',
  } as RequestInit);
  return { request, taken: () => given };
}

test('a body is counted as it comes, and the rest of one that is too large is never taken in', async () => {
  const fits = inPieces(10, 1000);
  expect(await bytesOf(fits.request, 10_000)).toHaveLength(10_000);
  const floods = inPieces(100_000, 1000);
  await expect(bytesOf(floods.request, 10_000, 'file')).rejects.toMatchObject({
    code: 'too-large',
    field: 'file',
  });
  expect(floods.taken()).toBeLessThan(20);
});

test('a length that is said and too large is refused before anything is read', async () => {
  const { request, taken } = inPieces(5, 10);
  request.headers.set('content-length', '999999');
  await expect(bytesOf(request, 1000)).rejects.toMatchObject({ code: 'too-large' });
  expect(taken()).toBe(0);
});

test.each(['', '{', 'null', '[1]', '"x"', '12', '{"a":1}}'])(
  'what is no object of named fields is no body: %s',
  async (body) => {
    const request = new Request('http://shop.example/', { method: 'POST', body });
    await expect(jsonOf(request, 1000)).rejects.toMatchObject({ code: 'bad-json' });
  },
);

test('a form is a form, and somebody whose file is too large is told in the words of that door', async () => {
  const wrong = new Request('http://shop.example/', {
    method: 'POST',
    body: 'a=1',
    headers: { 'content-type': 'text/plain' },
  });
  await expect(formOf(wrong, 1000)).rejects.toMatchObject({ code: 'bad-form', field: 'file' });
  const large = new Request('http://shop.example/', { method: 'POST', body: 'x'.repeat(2000) });
  await expect(formOf(large, 1000, 'photo', 'No picture is that large.')).rejects.toMatchObject({
    field: 'photo',
    message: 'No picture is that large.',
  });
});
