import { Trouble, WAY } from "./Trouble";

export default function NotFound() {
  return (
    <Trouble
      title="This is not in the shop."
      way={
        /* A plain link: this page is a part of every other one's first load. */
        /* eslint-disable-next-line @next/next/no-html-link-for-pages */
        <a href="/" style={WAY}>
          Go back to the bench
        </a>
      }
    >
      The job or engine you asked for does not exist here. The address may be mistyped, or it belongs to another shop.
    </Trouble>
  );
}
