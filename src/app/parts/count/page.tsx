import { CountScreen } from "@/screens/parts/CountScreen";
import { countOnShelf } from "../../actions";

export default function CountPage() {
  return <CountScreen countOnShelf={countOnShelf} />;
}
