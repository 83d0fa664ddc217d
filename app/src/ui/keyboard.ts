interface KeyPress {
  key: string;
  preventDefault: () => void;
}

const on = (wanted: string, act: () => void): object => ({
  onKeyDown: (event: KeyPress) => {
    if (event.key !== wanted) return;
    event.preventDefault();
    act();
  },
});

/** Enter on a link that is no anchor: the web's own press handling leaves it to the browser, which knows of none. */
export const onEnter = (act: () => void): object => on('Enter', act);

/** Space on a checkbox or a radio, as a keyboard expects; Enter works by itself. */
export const onSpace = (act: () => void): object => on(' ', act);
