/** Signs in; the cookie comes with the answer. Throws where the server does not answer. */
export async function signInWith(email: string, password: string): Promise<Response> {
  // pages that the device keeps for whoever was here before are not for this one
  await import("../offline/keep").then((m) => m.forgetPages()).catch(() => {});
  return fetch("/api/auth/sign-in/email", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ email, password }),
  });
}
