package ashfall.desk.dials;

import ashfall.desk.document.Document;
import ashfall.shot.Item;
import ashfall.shot.Param;

import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioMenuItem;

/// One of many words, in a menu.
class MenuDial extends Dial<String> {
    final MenuButton menu = new MenuButton();

    MenuDial(Document document, String path, Param.Choice param) {
        super(document, path, param);
        menu.setId(id(param) + "-menu");
        explain(menu);
        for (String option : param.options()) {
            RadioMenuItem item = new RadioMenuItem(words(option));
            item.setId(id(param) + "-" + option.replace('_', '-'));
            item.setUserData(option);
            item.setOnAction(
                    e -> {
                        put(option);
                        display(item());
                    });
            menu.getItems().add(item);
        }
        head.getChildren().add(menu);
    }

    private static String words(String option) {
        return option.replace('_', ' ');
    }

    @Override
    void display(Item item) {
        String value = item.get(param);
        menu.setText(words(value));
        menu.getItems()
                .forEach(i -> ((RadioMenuItem) i).setSelected(value.equals(i.getUserData())));
    }
}
