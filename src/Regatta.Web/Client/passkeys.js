// Passkeys: the browser makes or shows one, and the form carries what it says. Without them the forms stay hidden.
const asked = async (address, form) => {
  const answer = await fetch(address, {
    method: "POST",
    headers: { "X-Form-Token": form.elements["__RequestVerificationToken"].value },
  });
  if (!answer.ok) throw new Error(`The server answered ${answer.status}.`);
  return answer.json();
};

const made = async (form) => {
  const options = await asked(form.dataset.options, form);
  return form.dataset.passkey === "create"
    ? navigator.credentials.create({ publicKey: PublicKeyCredential.parseCreationOptionsFromJSON(options) })
    : navigator.credentials.get({ publicKey: PublicKeyCredential.parseRequestOptionsFromJSON(options) });
};

const told = (form, sentence) => {
  const place = form.querySelector("[role=alert]");
  place.textContent = sentence;
  place.hidden = false;
};

export const offerPasskeys = () => {
  if (!window.PublicKeyCredential?.parseCreationOptionsFromJSON) return;
  for (const form of document.querySelectorAll("form[data-passkey]")) {
    form.hidden = false;
    form.addEventListener("submit", async (event) => {
      if (form.elements.credential.value) return;
      event.preventDefault();
      try {
        form.elements.credential.value = JSON.stringify(await made(form));
        form.submit();
      } catch (trouble) {
        told(form, trouble.name === "NotAllowedError" ? "No passkey was given. Try again, or use the password." : "This device made no passkey of it.");
      }
    });
  }
};
