/**
 * The beginnings of what is tried first, without capitals, blanks, and digits or signs at the ends. Taken from what published counts of
 * leaked passwords have at the top (Have I Been Pwned, "Pwned Passwords"; SecLists, "10 million password list"), as far as a passphrase
 * of twelve characters can be made of it, and from what anybody would guess of a seed library.
 */
export const COMMON_PASSPHRASES: readonly string[] = `
password passwordpassword passw0rd p@ssword p@ssw0rd passphrase mypassword thepassword newpassword password1password1
password123password administrator adminadmin adminadminadmin administratoradministrator admin welcome welcomewelcome welcomehome
letmein letmeinletmein letmeinplease changeme changemenow default guest iloveyou iloveyouiloveyou iloveyousomuch iloveyouforever
ihateyou sunshine sunshinesunshine princess superman batman pokemon football baseball basketball liverpool chocolate computer
internet secret topsecret secretsecret mysecret mysecretpassword trustno1 trustnoone dragon monkey master shadow michael
jennifer michaeljackson blinkblink starwars whatever hellohello helloworld hello killer freedom nothing forever
correcthorsebatterystaple tobeornottobe tobeornottobethatisthequestion thequickbrownfox onceuponatime openopensesame opensesame
maytheforcebewithyou inthebeginning allyouneedislove donttellanyone iforgotmypassword idontknow qwerty qwertyqwerty qwertyuiop
qwertyuiopqwertyuiop qwertz qwertzuiop azerty azertyuiop asdfghjkl zxcvbnm asdfasdfasdf asdfghasdfgh qazwsxedcrfv qazwsxedc
qweasdzxc qweqweqwe abcabcabcabc abcdefgh abc abcd test 1q2w3e4r5t6y 1q2w3e4r5t 1qaz2wsx3edc 1qaz2wsx3edc4rfv zaq12wsxcde3
q1w2e3r4t5y6 a1b2c3d4e5f6 abc123abc123 123123123123 123321123321 123456123456 1234512345 123412341234 987654321 1234567891234
112233445566 12341234 123qweasdzxc qwe123qwe123 123abc123abc 123456789abc 123456789qwe 1234qwerasdf asd123asd123 qwerty123456
seedlibrary theseedlibrary seedlibraryseedlibrary seedswap theseedswap seedseedseed seeds seedsseeds seedbank library
librarylibrary thelibrary esprel esprelesprel tomato tomatotomato tomatoes garden gardengarden gardening mygarden thegarden
volunteer volunteers coordinator coordinatorcoordinator vegetables sunflower
`
  .trim()
  .split(/\s+/);
