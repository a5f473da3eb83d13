import 'vuetify/styles/core';
import './fonts';
import './tokens.css';
import './kit.css';
