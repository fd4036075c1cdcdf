import type { ReactNode } from "react";

interface Props {
  readonly title: string;
  readonly children: ReactNode;
  /** What can be done now. */
  readonly way: ReactNode;
}

/**
 * A page that is not what was asked for, on the house's paper. Plain elements and the theme's own variables: it is a part
 * of every other page's first load.
 */
export function Trouble({ title, children, way }: Props) {
  return (
    <main id="main" style={{ maxWidth: "44rem", margin: "0 auto", padding: "3rem 1rem" }}>
      <div
        style={{
          border: "2px solid var(--f-colors-ink)",
          borderRadius: 4,
          padding: "1.5rem",
          background: "var(--f-colors-sheet)",
        }}
      >
        <p
          style={{
            fontFamily: "var(--f-fonts-stamp)",
            fontWeight: 600,
            letterSpacing: "0.12em",
            textTransform: "uppercase",
            color: "var(--f-colors-soft)",
          }}
        >
          Fulcrata
        </p>
        <h1
          style={{
            fontFamily: "var(--f-fonts-stamp)",
            fontSize: "1.875rem",
            fontWeight: 600,
            lineHeight: 1.2,
            paddingTop: "0.5rem",
          }}
        >
          {title}
        </h1>
        <p style={{ padding: "1rem 0", fontSize: "1.125rem" }}>{children}</p>
        {way}
      </div>
    </main>
  );
}

/** The one thing to do, as the app's own main button looks. */
export const WAY = {
  display: "inline-flex",
  alignItems: "center",
  minHeight: "56px",
  padding: "0 1.25rem",
  borderRadius: 6,
  fontWeight: 700,
  fontSize: "1.125rem",
  background: "var(--f-colors-now)",
  color: "var(--f-colors-on-now)",
} as const;
