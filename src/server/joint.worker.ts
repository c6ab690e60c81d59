import { callOffJoint, storeJoint, takeDelivery } from "@/shop/buying";
import { serve } from "./serve";

const WORKS = { storeJoint, takeDelivery, callOffJoint };
export type JointWorks = typeof WORKS;

/** Orders for several jobs: each of them is looked at again, in one transaction. */
serve(WORKS, "It could not be stored: everything is as it was.");
