import Link from "next/link";

/** A job that was altered from outside the application: named, and left as it is. */
export const Unreadable = ({ says }: { says: string }) => (
  <div className="page">
    <h1>This job does not read</h1>
    <p>{says}</p>
    <Link prefetch={false} className="button" href="/">
      All jobs
    </Link>
  </div>
);
