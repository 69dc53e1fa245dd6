import { connect } from "@/db/connect";
import { readCheckedState } from "../services/checked-state";
import { findingsThread } from "./findings-thread";

const { db } = connect(process.env.DATABASE_URL ?? "", () => undefined, { most: 1 });

export default findingsThread(() => readCheckedState(db));
