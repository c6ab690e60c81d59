import { done, refused, type UseCase } from "../useCase";

const MOST = 120;

/** Notes a photograph that was stored beside the database. */
export const keepPhoto: UseCase<"keep photo"> = (job, { photo }, bench) => {
  if (job.photos.length >= MOST) return refused(`A job keeps ${MOST} photographs: drop one first.`);
  if (job.photos.some((p) => p.id === photo.id)) return refused("That photograph is already kept.");
  return done(
    { photos: [...job.photos, { ...photo, at: bench.at, by: bench.by }] },
    photo.item ? "Photograph of a measurement" : photo.step ? "Photograph of a step" : "Photograph of the bike",
  );
};

/** Takes a photograph off the job; its file stays until the job is gone, so that undo brings it back. */
export const dropPhoto: UseCase<"drop photo"> = (job, { id }) => {
  const photos = job.photos.filter((p) => p.id !== id);
  return photos.length < job.photos.length ? done({ photos }, "Photograph dropped") : refused("That photograph is not kept.");
};
