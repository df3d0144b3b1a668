import { Router } from 'express';
import type { ProjectWall } from '@eldrun/core/build-up';
import type { SavedDocument, SavedWall } from '@eldrun/contract';
import type { DocumentStore } from '../documents/store.ts';
import { serve } from '../serve.ts';

const WALL = 'wall';

/** Documents of any kind, and the walls' own addresses for the same. */
export function documentRoutes(store: DocumentStore): Router {
  const router = Router();

  serve(router, 'listDocuments', ({ params, query }) => store.list(params.project, query));
  serve(router, 'createDocument', ({ params, body, actor }) =>
    store.add(params.project, body.kind, body.document, 'Created', actor.id),
  );
  serve(router, 'emptyBin', ({ params }) => nothing(store.emptyBin(params.project)));
  serve(router, 'readDocument', ({ params }) => store.read(params.document));
  serve(router, 'saveDocument', ({ params, body, actor }) =>
    store.save(params.document, body, actor.id),
  );
  serve(router, 'moveDocument', ({ params, body }) =>
    nothing(store.move(params.document, body.position)),
  );
  serve(router, 'duplicateDocument', ({ params, actor }) =>
    store.duplicate(params.document, actor.id),
  );
  serve(router, 'binDocument', ({ params }) => nothing(store.bin(params.document)));
  serve(router, 'restoreDocument', ({ params }) => store.restore(params.document));
  serve(router, 'exportDocument', ({ params }) => store.file(params.document));
  serve(router, 'listRevisions', ({ params }) => store.revisions(params.document));
  serve(router, 'readRevision', ({ params }) =>
    store.revision(params.document, Number(params.revision)),
  );
  serve(router, 'nameRevision', ({ params, body }) =>
    store.nameRevision(params.document, Number(params.revision), body.name),
  );

  serve(router, 'createWall', ({ params, body, actor }) =>
    asWall(store.add(params.project, WALL, body.document, 'Created', actor.id)),
  );
  serve(router, 'readWall', ({ params }) => asWall(store.read(params.wall, WALL)));
  serve(router, 'saveWall', ({ params, body, actor }) =>
    asWall(store.save(params.wall, body, actor.id, WALL)),
  );
  serve(router, 'moveWall', ({ params, body }) =>
    nothing(store.move(params.wall, body.position, WALL)),
  );
  serve(router, 'duplicateWall', ({ params, actor }) =>
    asWall(store.duplicate(params.wall, actor.id, WALL)),
  );
  serve(router, 'binWall', ({ params }) => nothing(store.bin(params.wall, WALL)));
  serve(router, 'listWallRevisions', ({ params }) => store.revisions(params.wall, WALL));
  serve(router, 'readWallRevision', async ({ params }) => {
    const found = await store.revision(params.wall, Number(params.revision), WALL);
    return { ...found, document: found.document as ProjectWall };
  });

  return router;
}

/** What is answered without contents. */
async function nothing(work: Promise<void>): Promise<undefined> {
  await work;
}

async function asWall(work: Promise<SavedDocument>): Promise<SavedWall> {
  return (await work) as SavedWall;
}
