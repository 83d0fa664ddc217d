/** What the scripts behind `npm run` share. Plain Node without dependencies: it runs before anything is installed. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { availableParallelism } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress, gzip } from 'node:zlib';
import { cutScreens } from './pieces.mjs';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
export const say = (text) => process.stdout.write(`${text}\n`);
export const chromium = process.env.CHROMIUM ?? '/usr/bin/chromium';

/** Says what is being done and, now and then, that it is still going on. */
async function during(what, work) {
  const began = Date.now();
  say(`${what} …`);
  const timer = setInterval(() => say(`  still at it, ${Math.round((Date.now() - began) / 1000)} s`), 15_000);
  try {
    return await work();
  } finally {
    clearInterval(timer);
    say(`  done in ${((Date.now() - began) / 1000).toFixed(1)} s`);
  }
}

/** Runs a command from the project's folder. Its output is shown only when it fails, or when `show` is set. */
export function run(command, args, { env = {}, cwd = root, show = false } = {}) {
  return new Promise((done, fail) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: show ? 'inherit' : ['ignore', 'pipe', 'pipe'],
    });
    let output = '';
    child.stdout?.on('data', (chunk) => (output += chunk));
    child.stderr?.on('data', (chunk) => (output += chunk));
    child.on('error', fail);
    child.on('exit', (code) => {
      if (code === 0) return done(output);
      if (!show)
        process.stderr.write(output.length > 8000 ? `${output.slice(0, 3000)}\n…\n${output.slice(-5000)}` : output);
      return fail(new Error(`${command} ${args.join(' ')} ended with ${code}`));
    });
  });
}

function filesBelow(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    if (['node_modules', 'dist', '.expo', 'test'].includes(entry.name)) return [];
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : [path];
  });
}

function fingerprint(paths) {
  const hash = createHash('sha256');
  for (const path of paths.flatMap((p) => (statSync(p).isDirectory() ? filesBelow(p) : [p])).sort()) {
    hash.update(relative(root, path)).update(readFileSync(path));
  }
  return hash.digest('hex');
}

const isStamped = (file, print) => existsSync(file) && readFileSync(file, 'utf8') === print;

/** Whether node_modules holds what package-lock.json names, by npm's own note of what it put there. */
function isInstalled() {
  const versionsIn = (file) => JSON.parse(readFileSync(join(root, file), 'utf8')).packages;
  try {
    const there = versionsIn(join('node_modules', '.package-lock.json'));
    return Object.entries(versionsIn('package-lock.json')).every(
      ([path, { version, optional, link }]) =>
        !path.includes('node_modules/') || optional || link || there[path]?.version === version,
    );
  } catch {
    return false;
  }
}

/** Installs what package-lock.json names, unless it is there. The database is compiled apart: see {@link ensureCompiled}. */
export async function ensureInstalled() {
  if (isInstalled()) return;
  await during('Installing packages (a minute or two the first time)', () =>
    run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund']),
  );
}

/** Compiles the database for this machine, unless that has been done: two minutes of one core, in which the other can build. */
export async function ensureCompiled() {
  if (existsSync(join(root, 'node_modules', 'better-sqlite3', 'build', 'Release', 'better_sqlite3.node'))) return;
  await during('Compiling the database (two minutes the first time)', () =>
    run('npm', ['rebuild', 'better-sqlite3', 'esbuild', '--no-audit', '--no-fund']),
  );
}

/** Packages, the compiled database, and what is built of the sources, side by side. */
export async function ensureReady() {
  await ensureInstalled();
  await Promise.all([ensureCompiled(), ensureBuilt()]);
}

/** Builds server and interface, unless what they are made of has not changed since the last time. */
export async function ensureBuilt() {
  await ensureServerBuilt();
  await ensureInterfaceBuilt();
}

/** Bundles sources for Node as plain JavaScript with source maps; packages stay packages. @param entryPoints by the name they get in `outdir` */
export async function compile(outdir, entryPoints) {
  const { build } = await import('esbuild');
  const isOurs = (path) => /^(\.|\/|@calvik\/)/.test(path);
  const packageOf = ({ path, kind }) => (kind === 'entry-point' || isOurs(path) ? undefined : { path, external: true });
  await build({
    entryPoints: Object.fromEntries(Object.entries(entryPoints).map(([name, path]) => [name, join(root, path)])),
    outdir,
    outExtension: { '.js': '.cjs' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'cjs',
    sourcemap: true,
    logLevel: 'warning',
    plugins: [{ name: 'packages stay packages', setup: ({ onResolve }) => onResolve({ filter: /.*/ }, packageOf) }],
  });
}

/**
 * The server as plain JavaScript with source maps: it starts in the fraction of a second, and runs without anything that only building needs.
 * The threads of the planner and of whatever reads drives are files of their own beside it.
 */
export async function ensureServerBuilt() {
  const out = join(root, 'server', 'dist');
  const stamp = join(out, '.calvik-built');
  const print = fingerprint(['server/src', 'core/src', 'words/src', 'package-lock.json'].map((p) => join(root, p)));
  if (isStamped(stamp, print)) return;
  rmSync(out, { recursive: true, force: true });
  await during('Building the server', () =>
    compile(out, {
      main: 'server/src/main.ts',
      index: 'server/src/index.ts',
      thread: 'server/src/planner/worker.ts',
      'read-thread': 'server/src/drives/read-worker.ts',
    }),
  );
  writeFileSync(stamp, print);
}

/** What runs the built server. */
export const serverCommand = ['--enable-source-maps', join(root, 'server', 'dist', 'main.cjs')];

async function ensureInterfaceBuilt() {
  const stamp = join(root, 'app', 'dist', '.calvik-built');
  const print = fingerprint(['app', 'core', 'words', 'package-lock.json'].map((p) => join(root, p)));
  if (isStamped(stamp, print)) return;
  rmSync(join(root, 'app', 'dist'), { recursive: true, force: true });
  await during('Building the interface (one to two minutes the first time)', () => exportWeb(join(root, 'app')));
  copyFonts();
  const scripts = join('_expo', 'static', 'js', 'web');
  const plan = JSON.parse(readFileSync(join(root, 'app', 'src', 'shell', 'pieces.json'), 'utf8'));
  const pieces = cutScreens(join(root, 'app', 'dist', scripts), plan);
  // The pages' code, for the app to fetch ahead while there is a connection.
  const names = readdirSync(join(root, 'app', 'dist', scripts)).filter((name) => name.endsWith('.js'));
  // What begins by itself is the first page or a worker; all else only defines what a page will call.
  const begins = (name) => /__r\(\d+/.test(readFileSync(join(root, 'app', 'dist', scripts, name), 'utf8').slice(-300));
  const isOfFirstPage = (name) => name.startsWith('__') || name.startsWith('entry-');
  const ahead = names.filter((name) => !isOfFirstPage(name));
  const paths = (list) => list.map((name) => `/${scripts}/${name}`);
  const later = ahead.filter((n) => !begins(n) && !pieces.includes(n));
  writeFileSync(
    join(root, 'app', 'dist', 'pages.json'),
    JSON.stringify({
      pieces: paths(pieces).map((file, i) => ({ file, at: plan[i]?.at ?? null })),
      pages: paths(later),
      workers: paths(ahead.filter(begins)),
    }),
  );
  const page = join(root, 'app', 'dist', 'index.html');
  const list = `<script type="application/json" id="pieces">${JSON.stringify(paths(pieces))}</script>`;
  writeFileSync(page, readFileSync(page, 'utf8').replace('</body>', `${list}</body>`));
  await during('Compressing it', compressFiles);
  writeFileSync(stamp, print);
}

/** Scripts and fonts as a browser takes them over the air, beside themselves. Brotli is offered by browsers only where the connection is secure. */
async function compressFiles() {
  const dist = join(root, 'app', 'dist');
  const files = readdirSync(dist, { recursive: true }).filter((name) => /\.(js|ttf)$/.test(name));
  await Promise.all(
    files.map(async (name) => {
      const bytes = readFileSync(join(dist, name));
      writeFileSync(join(dist, `${name}.gz`), await promisify(gzip)(bytes, { level: 9 }));
      writeFileSync(join(dist, `${name}.br`), await promisify(brotliCompress)(bytes));
    }),
  );
}

/** The fonts come with the page's style sheet: shown as soon as they are there, and no code waits for them. */
function copyFonts() {
  const fonts = join(root, 'app', 'dist', 'fonts');
  mkdirSync(fonts, { recursive: true });
  for (const [family, style] of [
    ['barlow', '400Regular'],
    ['barlow', '500Medium'],
    ['barlow', '600SemiBold'],
    ['barlow-condensed', '500Medium'],
    ['barlow-condensed', '600SemiBold'],
  ]) {
    const file = `${family === 'barlow' ? 'Barlow' : 'BarlowCondensed'}_${style}.ttf`;
    copyFileSync(join(root, 'node_modules', '@expo-google-fonts', family, style, file), join(fonts, file));
  }
}

/** Expo's web export of one workspace, offline, on all cores: left alone it keeps to one of two. */
export const exportWeb = (cwd) =>
  run('npx', ['expo', 'export', '-p', 'web', '--max-workers', String(availableParallelism())], {
    cwd,
    env: { EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1', CI: '1' },
  });

/** Sees to it that there is a Chromium for the tests that drive the interface. */
export async function ensureChromium() {
  if (existsSync(chromium)) return;
  const isRoot = process.getuid?.() === 0;
  if (!isRoot || spawnSync('which', ['apt-get']).status !== 0) {
    throw new Error(
      `The tests drive Chromium, and there is none at ${chromium}. Install it, or set CHROMIUM to its path.`,
    );
  }
  await during('Installing Chromium for the tests', async () => {
    await run('apt-get', ['update']);
    await run('apt-get', ['install', '-y', '--no-install-recommends', 'chromium', 'fonts-dejavu-core'], {
      env: { DEBIAN_FRONTEND: 'noninteractive' },
    });
  });
}

/** Starts the server and hands over the terminal: Ctrl-C reaches it, and its end is ours. */
export function serve(env) {
  const child = spawn(process.execPath, serverCommand, {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: 'inherit',
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code, signal) => process.exit(code ?? (signal ? 0 : 1)));
}

/** Ends a script with one sentence instead of a trace. */
export function main(work) {
  work().catch((error) => {
    process.stderr.write(`\n${error instanceof Error ? error.message : String(error)}\n`);
    process.exit(1);
  });
}
