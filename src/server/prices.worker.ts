import { previewPrices, takeListBack, takePrices } from "@/shop/priceLists";
import { serve } from "./serve";

const WORKS = { previewPrices, takePrices, takeListBack };
export type PricesWorks = typeof WORKS;

/** Price lists: thousands of rows are read, checked and stored. */
serve(WORKS, "The list could not be worked through: nothing was stored.");
