/** Says that some jobs are shown as they were; what shows it asks again until none is. */
export const Behind = ({ jobs, what }: { jobs: number; what: string }) =>
  jobs > 0 && (
    <p className="note" role="status">
      Parts, rules or the day changed: {what} of {jobs === 1 ? "1 job is" : `${jobs} jobs are`} being worked out anew. This page
      follows by itself.
    </p>
  );
