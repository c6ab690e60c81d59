import { filledIn, keptForms, MARKS, rendered, wordIn } from "./forms";
import { whoAsks } from "./who";

/** An id as this bench makes them: stands in a page's text, its addresses and its scripts as it is. Another was put in from outside. */
const PLAIN = /^[\w-]*$/;

/**
 * A page that is the same but for what it shows, as it was rendered once and filled in.
 * @param path the page's, of the job that is named
 * @param sent what it shows, as JSON; undefined where the page itself says what there is not, and what does not read
 */
export async function filledPage(
  request: Request,
  path: (id: string) => string,
  id: string,
  sent: string | undefined,
): Promise<Response> {
  const cookie = request.headers.get("cookie");
  const word = wordIn(request.headers.get("content-security-policy"));
  if (word === null) return new Response(null, { status: 404 });
  const { search } = new URL(request.url);
  if (sent === undefined || !PLAIN.test(id))
    return filledIn(await rendered(path(id) + search, cookie, "page"), { word, id, sent: "" });
  const form = path(MARKS.id) + search;
  const who = JSON.stringify((await whoAsks()) ?? null);
  return filledIn(await keptForms.ask(`${form} ${who}`, () => rendered(form, cookie, "form")), { word, id, sent });
}
