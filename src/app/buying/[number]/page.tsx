import { notFound } from "next/navigation";
import { ReceivingScreen } from "@/screens/buying/ReceivingScreen";
import { openPurchase } from "@/shop/buying";
import { database } from "@/shop/openShop";
import {
  askOrderDesk,
  callOffJointOrder,
  noteOrderBill,
  noteOrderDay,
  sendBackToSupplier,
  sendOrderToDesk,
  takeInDelivery,
} from "../../actions";

export default async function ReceivingPage({ params }: { params: Promise<{ number: string }> }) {
  const { number } = await params;
  const page = await openPurchase(await database(), decodeURIComponent(number), new Date().toISOString());
  if (!page) notFound();
  return (
    <ReceivingScreen
      page={page}
      takeInDelivery={takeInDelivery}
      callOffJointOrder={callOffJointOrder}
      sendBackToSupplier={sendBackToSupplier}
      noteOrderBill={noteOrderBill}
      desk={{ send: sendOrderToDesk, ask: askOrderDesk, noteDay: noteOrderDay }}
    />
  );
}
