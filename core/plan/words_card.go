package plan

import (
	"strings"

	"graybridge/core/finding"
	"graybridge/core/supply"
)

// What stands on every card and sheet.

const cardFoot = "Estimated figures carry an open ring. This card says what was checked and what was not; it does " +
	"not replace local rules or a licensed person."

func noCardYet(p *Plan) string {
	return "No connection card yet: " + strings.TrimRight(finding.Lower(p.Next.Text), ".?") + "."
}

func (p *Plan) sheetLinkDead() string {
	return "Jumpers and trims only with the feed off and the link dead: wait " + p.Drive.WaitText + "."
}

const sheetPotentials = "Jumpers and plug-in resistor with the feed off; trims with an insulated screwdriver: they " +
	"stand at mains potential."

func fromThePanel(c supply.Chain) string { return "From the panel to here. " + c.Unseen }
