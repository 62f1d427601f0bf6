# Accounts, studios and mail: what the studio says of them.

too-many-studios = You own { $most } studios already, and no more can be opened; delete one you do not use.
not-an-address = '{ $text }' is not a mail address; write one like ida@example.org.
belongs-already = { $email } belongs to this studio already.
too-many-invited = A studio has at most { $most } members and open invitations; take one back first.
last-owner = A studio needs an owner: make somebody else an owner first.
last-owner-of = Others belong to { $studio }, and you are its only owner: make somebody else an owner first, or remove them.
wrong-password = That is not your password.

mail-subject =
    .confirm = Confirm your address
    .reset = A new password for Neat Sheaf
    .unknown = Nobody of this address is here
    .known = You have an account already
    .invited = { $studio } asks you to join
mail-text =
    .confirm = Somebody, you we hope, made an account at Neat Sheaf with this address. To confirm that it is yours, open { $address } – if it was not you, do nothing.
    .reset = Somebody asked for a new password for the account with this address. To choose one, open { $address } – if it was not you, do nothing: your password stays as it is.
    .unknown = Somebody asked for a new password for this address, and there is no account with it. If it was you, look for the address you signed up with, or make an account: { $address }
    .known = Somebody wanted to make an account with this address, and there is one already. If it was you, sign in, or ask for a new password: { $address }
    .invited = You are asked to join { $studio } at Neat Sheaf as { $role ->
        [owner] an owner
        [helper] a helper, who prepares and ticks
       *[other] a reader, who looks on
    }. To join, open { $address } within two weeks.
