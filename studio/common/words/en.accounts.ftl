# Accounts, studios and mail: what the studio says of them.

too-many-studios = You own { $most } studios already, and no more can be opened; delete one you do not use.
not-an-address = '{ $text }' is not a mail address; write one like ida@example.org.
belongs-already = { $email } belongs to this studio already.
too-many-a-day =
    .studio = a studio asks at most { $most } people a day; ask the others tomorrow
    .account = an account asks at most { $most } people a day; ask the others tomorrow
    .address = this address was asked { $most } times today; ask it again tomorrow
confirm-first = confirm your own address first ({ $email }): the link is in the mail that you were sent
invited-another = this invitation was sent to { $email }; sign in with an account of that address
too-many-invited = A studio has at most { $most } members and open invitations; take one back first.
last-owner = A studio needs an owner: make somebody else an owner first.
last-owner-of = Others belong to { $studio }, and you are its only owner: make somebody else an owner first, or remove them.
wrong-password = That is not your password.

mail-subject =
    .confirm = Confirm your address
    .reset = A new password for Neat Sheaf
    .unknown = Nobody of this address is here
    .known = You have an account already
    .invited = You are asked to join a paper room
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

archive-too-large = An archive holds at most { $megabytes } MB.
archive-not-a-zip = This is not a whole ZIP file; choose the archive as it was downloaded.
archive-no-manifest = This ZIP is not an archive of a paper room: its manifest.json is missing or damaged.
archive-version = This archive is of another version of the format than { $version }; bring it here with the program that made it.
archive-missing = This file is missing from the archive; download it again.
archive-unlisted = This file is not in the archive's manifest; remove it.
archive-unknown-file = This file is of no use in an archive; remove it.
archive-checksum = This file was changed or damaged: its checksum is not the one in the manifest.
archive-not-empty = There is something in this paper room already. Start a new paper room and put the archive there.
archive-object = Write an object here: {"{"} … {"}"}.
archive-list = Write a list here: [ … ].
archive-key-missing = This is missing here.
archive-key-unknown = Nothing of this name belongs here.
archive-number = Number the things of one kind 1, 2, 3 and so on, each once.
archive-value = This cannot be kept here; docs/formats/studio-archive.md says what belongs here.
archive-reference = There is no thing of this number in the archive.
archive-photo = This is not a photograph as the program keeps them; put a JPEG without camera data here.
archive-against-the-tables = Two things in this file contradict each other, such as one name given twice.
archive-unreadable = This is complete, but the program cannot read what it says.
