from bolometric.core.game.document import Game as Game
from bolometric.core.logbook.store import Logbook as Logbook
from bolometric.front.answers import change as change
from bolometric.front.answers import check as check
from bolometric.front.answers import find as find
from bolometric.front.answers import measure as measure
from bolometric.front.answers import odds as odds
from bolometric.front.answers import read as read
from bolometric.front.answers import rules as rules
from bolometric.front.answers import schema as schema
from bolometric.front.answers import sheets as sheets
from bolometric.front.answers import sweep as sweep
from bolometric.front.answers import talk as talk
from bolometric.front.answers import tune as tune
from bolometric.front.answers import write as write

__version__: str
RELEASED: str
