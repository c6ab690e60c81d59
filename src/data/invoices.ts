import type { Knex } from "knex";
import { invoiceSchema, type Invoice } from "@/core/cost/invoice";

type Row = { serial: number; job_id: string; issued_at: string; body: string; request: string | null };

const read = ({ body }: Row): Invoice[] => {
  try {
    const { data } = invoiceSchema.safeParse(JSON.parse(body));
    return data ? [data] : [];
  } catch {
    return [];
  }
};

/** The serial of the next invoice: one more than the last, in the transaction of whoever asks. */
export async function nextInvoiceSerial(db: Knex): Promise<number> {
  const row = await db<Row>("invoice").max<{ top: number | null }[]>({ top: "serial" });
  return (row[0]?.top ?? 0) + 1;
}

export const insertInvoice = async (db: Knex, serial: number, invoice: Invoice, request?: string): Promise<void> => {
  await db("invoice").insert({
    serial,
    job_id: invoice.jobId,
    issued_at: invoice.issued.at,
    body: JSON.stringify(invoiceSchema.parse(invoice)),
    request: request ?? null,
  });
};

/** Those of a job, the first first; one that was altered from outside and does not read is left out. */
export const invoicesOf = async (db: Knex, jobId: string): Promise<Invoice[]> =>
  (await db<Row>("invoice").where({ job_id: jobId }).orderBy("serial")).flatMap(read);

export const invoiceOfRequest = async (db: Knex, request: string): Promise<Invoice | undefined> => {
  const row = await db<Row>("invoice").where({ request }).first();
  return row && read(row)[0];
};
