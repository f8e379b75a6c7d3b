package can

import (
	"fmt"
)

// What is said of the drawer.

const allInDrawer = "All of it lies in your drawer, if its voltage class is right. "

func partInDrawer(own []Part) string {
	return fmt.Sprintf("%s of it lies in your drawer, if its voltage class is right. ", List(own))
}
