"use client";

interface Props {
  readonly error: Error & { readonly digest?: string };
  readonly reset: () => void;
}

export default function ErrorPage({ error, reset }: Props) {
  return (
    <main style={{ maxWidth: "40rem", margin: "0 auto", padding: "4rem 1.5rem" }}>
      <h1 style={{ fontSize: "1.75rem", fontWeight: 600 }}>The shop&apos;s server could not show this page.</h1>
      <p style={{ padding: "1rem 0", fontSize: "1.125rem" }}>
        Everything that was shown as saved is saved. Wait a moment, then try again.
        {error.digest === undefined ? "" : ` (Error ${error.digest})`}
      </p>
      <button
        type="button"
        onClick={reset}
        style={{
          minHeight: "56px",
          padding: "0 1.25rem",
          border: "2px solid",
          fontWeight: 600,
          fontSize: "1.125rem",
        }}
      >
        Try again
      </button>
    </main>
  );
}
