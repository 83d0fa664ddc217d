import { QUIET_MS, guardTouches } from '../../src/ui/touch-guard';

let release: () => void;
let now = 0;
const pressed: string[] = [];
const button = (name: string): HTMLButtonElement => {
  const made = document.createElement('button');
  made.onclick = () => void pressed.push(name);
  document.body.append(made);
  return made;
};
/** A thumb at a place, so long after the one before. */
function tap(on: Element, afterMs: number, [clientX, clientY]: [number, number] = [100, 100]): void {
  now += afterMs;
  const down = new MouseEvent('pointerdown', { bubbles: true, cancelable: true, clientX, clientY });
  const click = new MouseEvent('click', { bubbles: true, cancelable: true, clientX, clientY, detail: 1 });
  for (const event of [down, click]) {
    Object.defineProperty(event, 'timeStamp', { value: now });
    on.dispatchEvent(event);
  }
}
beforeEach(() => {
  pressed.length = 0;
  document.body.innerHTML = '';
  history.replaceState(null, '', '/a');
  release = guardTouches(() => now);
});
afterEach(() => release());

test('a second tap on what has come in the place of the first is not taken, and a later one is', () => {
  const save = button('save');
  tap(save, 0);
  save.remove();
  const sign = button('sign');
  tap(sign, 350);
  expect(pressed).toEqual(['save']);
  tap(sign, QUIET_MS);
  expect(pressed).toEqual(['save', 'sign']);
});

test('the time counts from when it has come, however long the page took', async () => {
  const save = button('save');
  tap(save, 0);
  now += 2000;
  save.remove();
  const sign = button('sign');
  await Promise.resolve();
  tap(sign, 100);
  expect(pressed).toEqual(['save']);
  tap(sign, QUIET_MS);
  expect(pressed).toEqual(['save', 'sign']);
});

test('what comes to a page that has been there for long counts from its own coming', async () => {
  const save = button('save');
  tap(save, 0);
  history.replaceState(null, '', '/b');
  save.remove();
  await Promise.resolve();
  now += 3000;
  const list = document.createElement('div');
  const answer = document.createElement('button');
  answer.onclick = () => void pressed.push('answer');
  list.append(answer);
  document.body.append(list);
  await Promise.resolve();
  tap(answer, 200);
  expect(pressed).toEqual(['save']);
  tap(answer, QUIET_MS);
  expect(pressed).toEqual(['save', 'answer']);
});

test('the same button on the next page is another one', () => {
  const go = button('go on');
  tap(go, 0);
  history.replaceState(null, '', '/b');
  tap(go, 350);
  expect(pressed).toEqual(['go on']);
  tap(go, QUIET_MS);
  expect(pressed).toEqual(['go on', 'go on']);
});

test('touched on one page and let go on the next, it answers neither', () => {
  const go = button('go on');
  now += 1000;
  const down = new MouseEvent('pointerdown', { bubbles: true, clientX: 100, clientY: 100 });
  Object.defineProperty(down, 'timeStamp', { value: now });
  go.dispatchEvent(down);
  history.replaceState(null, '', '/b');
  const click = new MouseEvent('click', { bubbles: true, cancelable: true, clientX: 100, clientY: 100, detail: 1 });
  go.dispatchEvent(click);
  expect(pressed).toEqual([]);
  tap(go, 2000);
  expect(pressed).toEqual(['go on']);
});

test('quick hands stay quick: the same key, another key that was there, and another place', () => {
  const [one, two] = [button('1'), button('2')];
  tap(one, 0);
  tap(one, 90);
  tap(two, 90);
  expect(pressed).toEqual(['1', '1', '2']);
  two.remove();
  const far = button('far');
  tap(far, 90, [300, 500]);
  expect(pressed).toEqual(['1', '1', '2', 'far']);
});

test('what is pressed without a touch, by key or by ear, is taken', () => {
  const save = button('save');
  tap(save, 0);
  history.replaceState(null, '', '/b');
  save.dispatchEvent(new MouseEvent('click', { bubbles: true, detail: 0 }));
  expect(pressed).toEqual(['save', 'save']);
});
