import { callOffJoint, storeJoint, takeDelivery } from "@/shop/buying";
import { storeHouse } from "@/shop/houseRules";
import { storePart } from "@/shop/parts";
import { perform } from "@/shop/perform";
import { good, type Result } from "@/core/result";
import { serve } from "./serve";

/** What comes of work that has a refusal of its own: the answer, whatever it is. */
type Whole<Work extends (...given: never[]) => unknown> = Promise<Result<Awaited<ReturnType<Work>>>>;

/** What takes long because its rides are reckoned. */
const performed = async (...edit: Parameters<typeof perform>): Whole<typeof perform> => good(await perform(...edit));

/** What may open work on every bike that is in hand. */
const houseStored = async (...rules: Parameters<typeof storeHouse>): Whole<typeof storeHouse> => good(await storeHouse(...rules));
const partStored = async (...part: Parameters<typeof storePart>): Whole<typeof storePart> => good(await storePart(...part));

const WORKS = { storeJoint, takeDelivery, callOffJoint, performed, houseStored, partStored };
export type JointWorks = typeof WORKS;

/** What touches several jobs: each of them is looked at again, in one transaction. */
serve(WORKS, "It could not be stored: everything is as it was.");
