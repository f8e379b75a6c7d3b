package drive

import (
	"fmt"

	"graybridge/core/unit"
)

// What start, stop and speed by hand say.

const stopKeyDead = "With run from outside, the stop key on its keypad does not stop it."

const stopMustStop = "Every stop must stop it: a stop button or the switch stands where the hand is, and people know " +
	"it."

const keysShut = "Its keys sit behind a shut lid: nobody can stop it from outside."

const keysShutDetail = "Bring start and stop out: buttons or a switch on the lid."

const speedShut = "The speed cannot be reached with the lid shut."

const speedShutDetail = "A potentiometer on the lid keeps fingers out of the box."

const switchAndKeypad = "A forward-off-reverse switch and the keypad would fight: its off does not stop it."

const switchAndKeypadDetail = "Run must come from where the direction comes from."

const buttonsAndSwitch = "Start and stop buttons and a forward-off-reverse switch together: say which one stops it."

const buttonsAndSwitchDetail = "The stop button must stop it in either direction; the switch then only turns it " +
	"round, standing."

func noStartThere(p *Profile) string {
	return p.Name + " cannot be started from there."
}

const noSuchSetting = "Its settings do not have it: choose another source."

func noSpeedThere(p *Profile) string {
	return p.Name + " cannot take its speed from there."
}

const mustNotStand = "These settings must not stand together."

const noSettingAgainst = "It has no setting against it: a contactor ahead that must be started by hand, or start and " +
	"stop buttons."

const restartKeyed = "Restart after an outage is keyed to no; prove it: pull the feed with the switch closed, wait, " +
	"put it back, it must stand. Better: start and stop buttons."

const startsByItself = "A run switch that stays closed would start the machine when the supply returns."

func switchedDaily(p *Profile) string {
	return fmt.Sprintf("Switched off daily at the breaker: it stands %d power-ups an hour, and breakers are not made "+
		"for it.", p.PowerUpsHour)
}

const switchedDailyDetail = "Use the run command; breaker and isolator are for work on it."

const emergencyStopOpens = "It opens the run command and the feed; what coasts goes on coasting."

func takesNoPot(p *Profile) string {
	return p.Name + " takes no potentiometer."
}

const speedAtKeypad = "Set the speed at its keypad."

func (c Chosen) potWrong(p *Profile) string {
	return fmt.Sprintf("The dial measures %s; it wants %s to %s.", unit.Ohms.MeterText(c.DialOhms),
		unit.Plain(p.PotOhm.Least), unit.Plain(p.PotOhm.Most)+unit.Space+"Ω")
}

const potWrongDetail = "Too few load its supply, too many make it jumpy."

const emergencyStopAsked = "Is there an emergency stop where a hand can be caught?"

func potUnknown(p *Profile) string {
	return fmt.Sprintf("Whether %s takes a potentiometer is not known.", p.Name)
}

const potUnknownDetail = "Look in its leaflet for a terminal that gives 10 V and one that reads it. Most that have " +
	"them take 5 to 10 kΩ."
