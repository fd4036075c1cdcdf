export default function NotFound() {
  return (
    <main style={{ maxWidth: "40rem", margin: "0 auto", padding: "4rem 1.5rem" }}>
      <h1 style={{ fontSize: "1.75rem", fontWeight: 600 }}>This is not in the shop.</h1>
      <p style={{ padding: "1rem 0", fontSize: "1.125rem" }}>
        The job or engine you asked for does not exist here. The address may be mistyped, or it belongs to another
        shop.
      </p>
      <p>
        {/* A plain link: this page is a part of every other one's first load. */}
        {/* eslint-disable-next-line @next/next/no-html-link-for-pages */}
        <a href="/" style={{ textDecoration: "underline", fontWeight: 600, fontSize: "1.125rem" }}>
          Go back to the bench
        </a>
      </p>
    </main>
  );
}
