/**
 * Cuts the code of all later screens into pieces by what each screen reaches: what an event day needs comes first, then what a step needs besides, then all
 * else. The bundler makes one file of it, for it puts whatever two files share into the first page.
 */
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import vm from 'node:vm';

/** The modules of a bundled file: how each is written, its id, and the ids of what it asks for. */
function modulesIn(text) {
  const written = text.split(/\n(?=__d\()/);
  const modules = [];
  const define = (factory, id, deps) =>
    modules.push({ id, deps, factory: String(factory), text: written[modules.length] });
  vm.runInNewContext(text, { __d: define });
  if (modules.length !== written.length) throw new Error('The bundler writes its modules in another way than it did.');
  return new Map(modules.map((m) => [m.id, m]));
}
const idsOf = (deps) =>
  Array.isArray(deps) ? deps : Object.entries(deps).flatMap(([key, id]) => (key === 'paths' ? [] : [id]));

/**
 * @param folder of the built scripts
 * @param plan what each piece but the last holds, by the names under which `screens.ts` gives it
 * @returns names of the pieces' files, in their order: a screen of one needs those before it too
 */
export function cutScreens(folder, plan) {
  const name = readdirSync(folder).find((file) => /^screens-[0-9a-f]{32}\.js$/.test(file));
  const whole = readFileSync(join(folder, name), 'utf8');
  const modules = modulesIn(whole);
  const all = plan.flatMap((piece) => piece.holds);
  const root = [...modules.values()].find(({ factory }) => all.every((held) => factory.includes(`e,"${held}",`)));
  if (!root) throw new Error(`No module of ${name} gives all of ${all.join(', ')}.`);
  const moduleOf = (held) => {
    const found = new RegExp(`e,"${held}",\\{enumerable:!0,get:function\\(\\)\\{return r\\(d\\[(\\d+)\\]\\)`).exec(
      root.factory,
    );
    if (!found) throw new Error(`${name} gives ${held} in another way than it did.`);
    return idsOf(root.deps)[Number(found[1])];
  };
  // What is asked for as soon as the first of it is used: `import '…'` for its own sake.
  const atOnce = [...root.factory.matchAll(/[,;}]r\(d\[(\d+)\]\)(?=[,;}])/g)].map(
    ([, n]) => idsOf(root.deps)[Number(n)],
  );
  const placed = new Map([[root.id, 0]]);
  const place = (id, piece) => {
    if (placed.has(id) || !modules.has(id)) return;
    placed.set(id, piece);
    for (const next of idsOf(modules.get(id).deps)) place(next, piece);
  };
  for (const id of atOnce) place(id, 0);
  plan.forEach(({ holds }, piece) => holds.forEach((held) => place(moduleOf(held), piece)));
  // A browser keeps a file by its name: cut in another way it has another one, and what asks for it is told.
  const hash = createHash('md5').update(whole).update(JSON.stringify(plan)).digest('hex');
  const cut = `screens-${hash}.js`;
  rmSync(join(folder, name));
  for (const file of readdirSync(folder).map((other) => join(folder, other))) {
    const text = readFileSync(file, 'utf8');
    if (text.includes(name)) writeFileSync(file, text.replaceAll(name, cut));
  }
  const files = [...plan.map((_, piece) => piece), plan.length].map((piece) => ({
    file: piece === 0 ? cut : cut.replace(/\.js$/, `.${piece}.js`),
    text: [...modules.values()]
      .filter(({ id }) => (placed.get(id) ?? plan.length) === piece)
      .map((m) => m.text)
      .join('\n'),
  }));
  for (const { file, text } of files) writeFileSync(join(folder, file), text);
  return files.map(({ file }) => file);
}
