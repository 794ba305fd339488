import { answerAuth } from "@/server/sign-in";

export { answerAuth as GET, answerAuth as POST };
