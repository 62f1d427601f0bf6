## What is prepared in batches, and what is left for the table

task-cut = Cut the sheets: { $settings } { $settings ->
    [one] setting
   *[other] settings
}, { $strokes } { $strokes ->
    [one] stroke
   *[other] strokes
}
task-die = Run the dies: { $passes } { $passes ->
    [one] pass
   *[other] passes
}
task-punch = Punch { $count } { $count ->
    [one] piece
   *[other] pieces
}
task-score =
    .long = Score the long sides: { $stops } { $stops ->
        [one] stop
       *[other] stops
    }, { $count } { $count ->
        [one] score
       *[other] scores
    }
    .short = Score the short sides: { $stops } { $stops ->
        [one] stop
       *[other] stops
    }, { $count } { $count ->
        [one] score
       *[other] scores
    }
    .diagonal = Score between marks: { $count } { $count ->
        [one] score
       *[other] scores
    }
task-slit = Cut { $count } { $count ->
    [one] slit
   *[other] slits
}
task-cutout = Cut out { $count } { $count ->
    [one] window or notch
   *[other] windows and notches
}
task-hole = Punch { $count } { $count ->
    [one] hole
   *[other] holes
} of { $size }
task-corner =
    .round = Round { $count } { $count ->
        [one] corner
       *[other] corners
    }, { $size }
    .mitre = Mitre { $count } { $count ->
        [one] corner
       *[other] corners
    }, { $size }
    .notch = Notch { $count } { $count ->
        [one] corner
       *[other] corners
    }, { $size }
task-step = { $says }
task-stamp = { $says }: { $ink }, { $count } { $count ->
    [one] piece
   *[other] pieces
}
task-bag = Fill { $count } { $count ->
    [one] bag
   *[other] bags
}
table-work =
    .die = { $count } { $count ->
        [one] pass
       *[other] passes
    } through the die-cutting machine
    .punch = Punch { $count } { $count ->
        [one] piece
       *[other] pieces
    }
    .score = Score { $count } { $count ->
        [one] line
       *[other] lines
    }
    .slit = Cut { $count } { $count ->
        [one] slit
       *[other] slits
    }
    .hole = Punch { $count } { $count ->
        [one] hole
       *[other] holes
    }
    .corner = Shape { $count } { $count ->
        [one] corner
       *[other] corners
    }
    .cutout = Cut out { $count } { $count ->
        [one] window or notch
       *[other] windows and notches
    }
tool =
    .trimmer = trimmer
    .machine = die-cutting machine
    .punch = punch
    .board = scoring board
    .scissors = scissors
    .knife = craft knife
    .hole-punch = hole punch
    .corner-punch = corner punch
    .named = { $name }
label-sheet =
    .small = a sheet has a row and a column at least, and a label is at least 10 mm each way
    .negative = margins and gaps are not below nothing
    .page = the labels run off the page: make them smaller, fewer, or nearer

## What goes wrong at the table

goes-wrong =
    .tape = Strong tape holds at once and cannot be shifted: fit it dry first, and take the backing off last
    .glue = Wet glue oozes from an edge-to-edge line: keep it back from the edge, and hold it; it dries for { $minutes } min or as its label says
    .print = A print ends up upside down or sideways: look which way is up on { $pieces } before it is stuck
    .tabs = A tab that is not folded sharply shows beside its wall: fold every score with a bone folder before gluing
    .lengths = Too short to tie: { $names } cannot be joined, so cut no end off before the bow is tied
    .pads = The pads stay in the cupboard: count them onto the table before anybody sits down
    .lent = Count these back in at the end: { $names }
    .untimed = A step without a time said is not in the plan of the evening: leave room for it
