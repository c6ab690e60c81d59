import { callOffJoint, storeJoint, takeDelivery } from "@/shop/buying";
import { perform, type Answer } from "@/shop/perform";
import { good, type Result } from "@/core/result";
import { serve } from "./serve";

/** What takes long because its rides are reckoned: the answer, whatever it is. */
const performed = async (...edit: Parameters<typeof perform>): Promise<Result<Answer>> => good(await perform(...edit));

const WORKS = { storeJoint, takeDelivery, callOffJoint, performed };
export type JointWorks = typeof WORKS;

/** Orders for several jobs: each of them is looked at again, in one transaction. */
serve(WORKS, "It could not be stored: everything is as it was.");
