import { answerAuth } from "@/server/access/sign-in";

export { answerAuth as GET, answerAuth as POST };
