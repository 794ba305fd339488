import { auth } from "@/server/auth";
import { respond } from "@/server/respond";

const handle = (request: Request) => respond(() => auth().handler(request));

export { handle as GET, handle as POST };
