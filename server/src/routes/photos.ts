import { Router, raw } from 'express';
import { id } from '@calvik/core/model/schemas';
import { Problem } from '../problems';
import type { Database } from '../database/database';
import { type Described, problem, idParameter, file } from './described';

const TYPES = ['image/jpeg', 'image/png', 'image/webp'];
const LIMIT = '3mb';

/** Pictures of readings: saved once under the id that the phone made, then never changed. */
export function photoRoutes(database: Database): Router {
  const router = Router();
  const idOf = (text: unknown): string => {
    const parsed = id.safeParse(text);
    if (!parsed.success) throw new Problem(422, 'idNotValid', {});
    return parsed.data;
  };
  router.put('/photos/:id', raw({ type: TYPES, limit: LIMIT }), async (request, response) => {
    const photoId = idOf(request.params.id);
    const type = request.is(TYPES);
    const bytes: unknown = request.body;
    if (!type || !Buffer.isBuffer(bytes)) throw new Problem(415, 'pictureNotReadable', {});
    // What a request says of its picture is not enough. The package offers itself to `import()` alone.
    const { fileTypeFromBuffer } = await import('file-type');
    if ((await fileTypeFromBuffer(bytes))?.mime !== type) throw new Problem(422, 'pictureNotReadable', {});
    const saved = await database.savePhoto(photoId, type, bytes);
    if (saved === 'differs') throw new Problem(409, 'differs', {});
    response.status(saved === 'created' ? 201 : 200).json({ id: photoId });
  });
  router.get('/photos/:id', async (request, response) => {
    const photo = await database.photo(idOf(request.params.id));
    if (!photo) throw new Problem(404, 'noSuch', { what: 'picture' });
    response
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .set('X-Content-Type-Options', 'nosniff')
      .type(photo.type)
      .send(Buffer.from(photo.bytes));
  });
  return router;
}

/** As the description of the API has them. */
export const photosPaths = (): Described => ({
  '/api/photos/{id}': {
    put: {
      summary: 'Save a picture; sent twice, it is stored once',
      parameters: [idParameter],
      requestBody: {
        required: true,
        content: Object.fromEntries(
          ['image/jpeg', 'image/png', 'image/webp'].map((t) => [t, { schema: { type: 'string', format: 'binary' } }]),
        ),
      },
      responses: {
        200: { description: 'Saved before' },
        201: { description: 'Saved' },
        409: problem('Another picture under the same id'),
        413: problem('Too large'),
        415: problem('Not a kind of picture that is taken'),
        422: problem('Not a picture'),
      },
    },
    get: {
      summary: 'A picture, as it was sent',
      parameters: [idParameter],
      responses: { 200: file('The picture', 'image/*'), 404: problem('Not there') },
    },
  },
});
