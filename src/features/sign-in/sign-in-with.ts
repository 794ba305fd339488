/** Signs in; the cookie comes with the answer. Throws where the server does not answer. */
export const signInWith = (email: string, password: string): Promise<Response> =>
  fetch("/api/auth/sign-in/email", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ email, password }),
  });
