import { Children, type ReactNode } from 'react';

/**
 * Parts of a page in as many columns as there is room for: one on the phone, two or three on a wide screen. They are read down a column, then
 * down the next.
 */
export function Columns({
  children,
  minWidth = 340,
}: {
  children: ReactNode;
  /** Of a column, pixels. */
  minWidth?: number;
}) {
  return (
    <div style={{ columns: `${minWidth}px`, columnGap: 32 }}>
      {Children.toArray(children).map((part, i) => (
        <div key={i} style={{ breakInside: 'avoid', paddingBottom: 24 }}>
          {part}
        </div>
      ))}
    </div>
  );
}
