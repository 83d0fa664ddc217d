/**
 * Whether something is shown, as Testing Library asks it for every element by every query. jsdom answers by going through all rules of the page;
 * here only those that speak of it are asked. Everything else a style is asked for is jsdom's own answer.
 */
const asked = ['display', 'visibility'] as const;
type Asked = (typeof asked)[number];
interface Rule {
  selector: string;
  says: Partial<Record<Asked, string>>;
}

const unseen = new Set(['HEAD', 'LINK', 'META', 'SCRIPT', 'STYLE', 'TEMPLATE', 'TITLE']);

let rules: Rule[] = [];
let counted = -1;
/** The rules of the page that say whether something is shown, in their order. They only grow. */
function rulesOfPage(): Rule[] {
  const lists = [...document.styleSheets].map((sheet) => [...sheet.cssRules]);
  const count = lists.reduce((sum, list) => sum + list.length, 0);
  if (count === counted) return rules;
  counted = count;
  rules = lists.flat().flatMap((rule) => {
    const { selectorText: selector, style } = rule as CSSStyleRule;
    if (!style || selector.includes('::')) return [];
    const says = Object.fromEntries(asked.flatMap((name) => (style[name] ? [[name, style[name]]] : [])));
    return Object.keys(says).length > 0 ? [{ selector, says }] : [];
  });
  return rules;
}

function ownOf(element: Element, name: Asked): string {
  const inline = (element as HTMLElement).style?.[name];
  if (inline) return inline;
  const said = rulesOfPage().findLast(({ selector, says }) => says[name] && element.matches(selector));
  return said?.says[name] ?? '';
}

function computed(element: Element, name: Asked): string {
  if (name === 'display')
    return ownOf(element, name) || (unseen.has(element.tagName) || element.hasAttribute('hidden') ? 'none' : 'block');
  for (let at: Element | null = element; at; at = at.parentElement) {
    const own = ownOf(at, name);
    if (own && own !== 'inherit') return own;
  }
  return 'visible';
}

const real = window.getComputedStyle.bind(window);
const isAsked = (name: unknown): name is Asked => asked.includes(name as Asked);
window.getComputedStyle = (element, pseudo) =>
  pseudo
    ? real(element, pseudo)
    : new Proxy({} as CSSStyleDeclaration, {
        get: (_, name) => {
          if (isAsked(name)) return computed(element, name);
          if (name === 'getPropertyValue')
            return (of: string) => (isAsked(of) ? computed(element, of) : real(element).getPropertyValue(of));
          return Reflect.get(real(element), name) as unknown;
        },
      });
