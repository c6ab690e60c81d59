import Link from "next/link";

export default function NotFound() {
  return (
    <div className="page">
      <h1>There is nothing here</h1>
      <p style={{ margin: "12px 0 20px" }}>
        No job, part or tool goes by that name. It may have been mistyped, or taken out of the books.
      </p>
      <Link className="button main-action" href="/">
        Back to the jobs
      </Link>
    </div>
  );
}
