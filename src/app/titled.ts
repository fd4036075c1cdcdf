import type { Metadata } from "next";

interface Props {
  readonly params: Promise<{ id: string }>;
}

/** The title of a page about one engine or job, by its name; the house's own where there is none such. */
export const titled =
  (nameOf: (id: string) => Promise<string | null>, words: (name: string) => string) =>
  async ({ params }: Props): Promise<Metadata> => {
    const name = await nameOf((await params).id);
    return name === null ? {} : { title: words(name) };
  };
