"use client";

export default function Failed({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <div className="page">
      <h1>This page could not be made</h1>
      <p style={{ margin: "12px 0 20px" }}>
        Nothing was stored or lost. If it happens again, the note for whoever looks after the bench is{" "}
        {error.digest ?? "in the server's log"}.
      </p>
      <button className="button main-action" onClick={reset}>
        Try again
      </button>
    </div>
  );
}
