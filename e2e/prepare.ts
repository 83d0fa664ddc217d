import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Server } from './server';
import { stories, storyFile } from './shops';

/** Before the first case: every story's data file, loaded by the server itself. What a case changes is its own copy. */
export default async function prepare(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'calvik-stories-'));
  process.env['CALVIK_STORIES'] = folder;
  await Promise.all(
    stories.map(async (story) => {
      const server = await Server.start({ data: storyFile(story), demo: story === 'demo' });
      await server.stop();
      if (existsSync(`${storyFile(story)}-wal`)) throw new Error(`The server left ${story} half written.`);
    }),
  );
  return () => rmSync(folder, { recursive: true, force: true });
}
