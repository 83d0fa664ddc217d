import fc from 'fast-check';
import { type Car, workKinds } from '../../src/model';
import { bleedMethod, lacksAdapter, toolsFor } from '../../src/work/tools';
import { book, makeCar, newId } from '../builders/book';

const tools: Car['tools'] = {
  ...makeCar().tools,
  capAdapter: ' Adapter 45 mm ',
  bleedSpannerMm: { front: 11, rear: 10 },
  wheelSocket: '19 mm',
  lockingWheelKey: 'in the glove box',
  caliperSocket: '17 mm',
  bracketSocket: '18 mm',
  retractingTool: 'wind-back cube',
};
const car = makeCar({ tools });
const member = (skills: string[], over: object = {}) =>
  ({ id: newId(), version: 1, archived: false, name: 'N', role: 'technician', skills, ...over }) as never;
const shop = (capAdapters: string[], crew: never[] = []) => book({ cars: [car], crew }, [], { capAdapters });
const needs = (logbook: ReturnType<typeof shop>, work: Parameters<typeof toolsFor>[2], of = car) =>
  toolsFor(logbook, of, work).map((t) => `${t.tool}: ${t.text}`);

describe('lacksAdapter', () => {
  it('finds the adapter however it is written; a car that names none lacks none', () => {
    expect(lacksAdapter(shop(['adapter 45 MM']), car)).toBe(false);
    expect(lacksAdapter(shop(['Adapter 46 mm']), car)).toBe(true);
    expect(lacksAdapter(shop([]), makeCar({ tools: { ...tools, capAdapter: '  ' } }))).toBe(false);
  });
});

describe('bleedMethod', () => {
  it('takes the pressure bleeder where the adapter is there', () => {
    expect(bleedMethod(shop(['Adapter 45 mm']), car)).toBe('pressure');
  });
  it('takes the pedal where it is not: two people only where two may do fluid work', () => {
    expect(bleedMethod(shop([]), car)).toBe('pedalAlone');
    expect(bleedMethod(shop([], [member(['fluid']), member(['measure'])]), car)).toBe('pedalAlone');
    expect(bleedMethod(shop([], [member(['fluid']), member(['fluid'])]), car)).toBe('pedalTwo');
    expect(bleedMethod(shop([], [member(['fluid']), member(['fluid'], { archived: true })]), car)).toBe('pedalAlone');
  });
});

describe('toolsFor', () => {
  it('names what a flush needs, the adapter only where it is there', () => {
    expect(needs(shop(['Adapter 45 mm']), ['flush'])).toEqual(
      expect.arrayContaining(['capAdapter: Adapter 45 mm', 'bleedSpanner: 11 and 10']),
    );
    expect(needs(shop([]), ['flush']).some((t) => t.startsWith('capAdapter'))).toBe(false);
  });

  it('names one bleed spanner where both ends take the same, and none where nobody knows', () => {
    const of = (front: number | null, rear: number | null) =>
      needs(shop([]), ['bleed'], makeCar({ tools: { ...tools, bleedSpannerMm: { front, rear } } })).filter((t) =>
        t.startsWith('bleedSpanner'),
      );
    expect(of(11, 11)).toEqual(['bleedSpanner: 11']);
    expect(of(null, 10)).toEqual(['bleedSpanner: 10']);
    expect(of(null, null)).toEqual([]);
  });

  it('names sockets and the retracting tool where pads or rotors come off, and the wheel socket first', () => {
    const found = needs(shop([]), ['pads']);
    expect(found).toEqual([
      'wheelSocket: 19 mm',
      'lockingWheelKey: in the glove box',
      'caliperSocket: 17 mm',
      'bracketSocket: 18 mm',
      'retractingTool: wind-back cube',
    ]);
  });

  it('names each tool once and nothing that nobody has said, whatever the work', () => {
    const some = fc.constantFrom('', '  ', '17 mm');
    fc.assert(
      fc.property(
        fc.subarray([...workKinds]),
        fc.record({ wheelSocket: some, lockingWheelKey: some, caliperSocket: some, bracketSocket: some }),
        (work, over) => {
          const found = toolsFor(shop(['Adapter 45 mm']), makeCar({ tools: { ...tools, ...over } }), work);
          expect(new Set(found.map((t) => t.tool)).size).toBe(found.length);
          for (const { text } of found) expect(text).toBe(text.trim());
          for (const { text } of found) expect(text).not.toBe('');
        },
      ),
    );
  });
});
