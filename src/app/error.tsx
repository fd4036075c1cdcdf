"use client";

import { Trouble, WAY } from "./Trouble";

interface Props {
  readonly error: Error & { readonly digest?: string };
  readonly reset: () => void;
}

export default function ErrorPage({ error, reset }: Props) {
  return (
    <Trouble
      title="The shop's server could not show this page."
      way={
        <button type="button" onClick={reset} style={WAY}>
          Try again
        </button>
      }
    >
      Everything that was shown as saved is saved. Wait a moment, then try again.
      {error.digest === undefined ? "" : ` (Error ${error.digest})`}
    </Trouble>
  );
}
